import { type Chain, nearestPosition } from '@/core/draft/chain'
import { extended, splitAt, trimmed } from '@/core/draft/trim'
import { type Box, grow } from '@/core/geometry/box'
import { boxOfPieces } from '@/core/geometry/piece/measure'
import type { Piece } from '@/core/geometry/piece/piece'
import type { Point } from '@/core/geometry/vector'
import { chainsOf, type Shape } from '@/core/model/shapes'
import { type Named, plain, type Session, type Tool, type ToolContext } from '@/studio/kernel/tool'
import { paintChains } from '@/studio/painters/shapes'
import { shapeAt } from '@/studio/tooling/picking'
import { isLine, replaced } from '@/studio/tooling/shape-edits'

/** A line that was clicked. */
export interface ClickedLine {
  readonly shape: Shape
  readonly chain: Chain
}

/** The line at a place, as the mouse itself points. */
export function lineAt(at: Point, context: ToolContext): ClickedLine | null {
  const shape = shapeAt(context.plan, at, context.reachMm, isLine)
  const chain = shape && chainsOf(shape, context.plan.around)[0]
  return shape && chain ? { shape, chain } : null
}

/** Where the mouse itself is: lines are clicked, not points of them. */
export const mouseAt = (session: Session, fallback: Point): Point => session.raw?.at ?? fallback

const othersWithin = (box: Box, { shape }: ClickedLine, { plan }: ToolContext): Piece[] =>
  plan.piecesWithin(box, new Set([shape.id]))

interface Cutting extends Named {
  readonly label: string
  readonly say: string
  /** What takes the place of the line. A sentence where nothing can. */
  cut(line: ClickedLine, at: Point, context: ToolContext): Chain[] | string
}

function cuttingTool({ label, say, cut, ...named }: Cutting): Tool {
  return {
    ...plain,
    ...named,
    steps: ['trace'],
    places: true,
    loupe: false,
    say: () => say,
    fields: () => [],
    click: (session, point, context) => {
      const at = mouseAt(session, point.at)
      const line = lineAt(at, context)
      if (!line) return { session, say: 'No line that can be changed lies here.' }
      const result = cut(line, at, context)
      if (typeof result === 'string') return { session, say: result }
      return { session, edit: { label, edits: replaced(line.shape, result, context.records) } }
    },
    enter: (session) => ({ session, done: true }),
    undone: (session) => session,
    paint: (canvas, { cursor }, view, context) => {
      const line = cursor && lineAt(cursor.at, context)
      if (!line) return
      const result = cut(line, cursor.at, context)
      if (typeof result !== 'string') paintChains(canvas, view, result)
    },
  }
}

export const trim = cuttingTool({
  name: 'trim',
  word: 'Trim',
  picture: { ink: 'M3 12h10M13 4v16', red: 'M15.5 12h2.5M20 12h2' },
  also: ['cut', 'shorten'],
  drawer: 'change',
  key: 'k',
  label: 'Trim',
  say: 'Click the stretch that should go: it is cut out between the lines that cross it.',
  cut: (line, at, context) =>
    trimmed(line.chain, at, othersWithin(grow(boxOfPieces(line.chain.pieces), 1), line, context)) ??
    'Nothing crosses this line. Delete removes it whole.',
})

export const extend = cuttingTool({
  name: 'extend',
  word: 'Extend',
  picture: { ink: 'M3 12h7M20 4v16', red: 'M10 12h10' },
  also: ['lengthen'],
  drawer: 'change',
  key: 'u',
  label: 'Extend',
  say: 'Click a line near the end that should run on to the next line.',
  cut: (line, at, context) => {
    const longer = extended(line.chain, at, (box) => othersWithin(box, line, context))
    return longer ? [longer] : 'No line lies ahead of this end.'
  },
})

export const split = cuttingTool({
  name: 'split',
  word: 'Split',
  picture: { ink: 'M3 16l7-3.5M14 10.5L21 7', red: 'M10 6l4 11' },
  also: ['break', 'divide'],
  drawer: 'change',
  key: null,
  label: 'Split',
  say: 'Click where a line should be cut in two; circles and closed lines are opened.',
  cut: (line, at) => splitAt(line.chain, nearestPosition(line.chain, at)),
})
