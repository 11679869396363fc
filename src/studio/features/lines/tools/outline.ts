import { type Chain, chainLength } from '@/core/draft/chain'
import { endOf, isWhole, startOf } from '@/core/geometry/piece/piece'
import { distance } from '@/core/geometry/vector'
import { joinArcs } from '@/core/lift/rounds'
import { type LineShape, shapesOfChain } from '@/core/model/shapes-of-chain'
import { formatLength } from '@/core/units/format'
import type { BoardPoint } from '@/studio/kernel/board-point'
import { EMPTY_SESSION, plain, putting, type Tool, type ToolContext } from '@/studio/kernel/tool'
import { paintChains } from '@/studio/painters/shapes'
import { drawnBase } from '@/studio/tooling/drawing'
import { lastOf } from '@/studio/tooling/kept-result'
import { outlineUnder, sheetAt } from '@/studio/tooling/sheet-lines'

/** Arcs of one circle differ by no more than this part of how far a click reaches. */
const ROUND_PART = 0.1

const lastChain = lastOf<Chain | null>()

/** The outline that a line of a sheet belongs to; null where no line is near. */
function outlineAt(point: BoardPoint, context: ToolContext): Chain | null {
  const { records, plan, reachMm } = context
  return lastChain([records, plan.levelId, point.at, reachMm], () => {
    const pieces = outlineUnder(point, context)
    const [first] = pieces
    if (!first) return null
    const closed = isWhole(first) || distance(endOf(pieces.at(-1)!), startOf(first)) < ROUND_PART * reachMm
    return joinArcs(
      { pieces: [...pieces], closed: closed && (pieces.length > 1 || isWhole(first)) },
      ROUND_PART * reachMm,
    )
  })
}

function outlineShapes(point: BoardPoint, context: ToolContext): LineShape[] {
  const chain = outlineAt(point, context)
  if (!chain) return []
  const tracedFrom = sheetAt(point.at, 2 * context.reachMm, context)
  const { id: _, ...base } = drawnBase(context, [])
  return shapesOfChain(chain, { ...base, ...(tracedFrom && { tracedFrom }) }, () => crypto.randomUUID())
}

/** Takes an outline over from the sheet: the line that is pointed at with all that hang together with it, arcs as arcs. */
export const outline: Tool = {
  ...plain,
  name: 'outline',
  word: 'Outline from the sheet',
  picture: { ink: 'M3 3h18v18H3z', red: 'M7 8h6l4 4v5H7z' },
  also: ['contour', 'trace', 'boundary'],
  drawer: 'lines',
  key: null,
  steps: ['trace'],
  places: true,
  bare: true,
  loupe: false,
  say: ({ cursor }, context) => {
    const chain = cursor && outlineAt(cursor, context)
    if (!chain) return 'Point at a line of the sheet: it is taken over with all that hang together with it.'
    const size = formatLength(chainLength(chain), context.display)
    return chain.closed
      ? `A closed outline of ${size} around: click to take it.`
      : `${size} of line that does not close: it ends, or others branch off. Click to take it all the same.`
  },
  fields: () => [],
  click: (session, point, context) => {
    const shapes = outlineShapes(point, context)
    if (shapes.length === 0) return { session, say: 'No line of a sheet is near enough: point at one.' }
    return {
      edit: putting('Take outline from sheet', ...shapes),
      session: EMPTY_SESSION,
      pick: shapes.map(({ id }) => id),
    }
  },
  enter: () => ({ session: EMPTY_SESSION, done: true }),
  paint: (canvas, { cursor }, view, context) => {
    const chain = cursor && outlineAt(cursor, context)
    if (chain) paintChains(canvas, view, [chain])
  },
}
