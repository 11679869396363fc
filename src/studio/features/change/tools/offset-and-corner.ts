import type { Chain } from '@/core/draft/chain'
import { atPosition, nearestPosition } from '@/core/draft/chain'
import { bevelCorner, type Corner, roundCorner } from '@/core/draft/corner'
import { offsetChain } from '@/core/draft/offset'
import { nearestPlace } from '@/core/geometry/piece/measure'
import { directionAt, reversed } from '@/core/geometry/piece/piece'
import { cross, distance, type Point, subtract } from '@/core/geometry/vector'
import type { Shape } from '@/core/model/shapes'
import { chainsOf, isDrawn, isShape } from '@/core/model/shapes'
import { shapesOfChain } from '@/core/model/shapes-of-chain'
import { formatLength } from '@/core/units/format'
import { parseLength } from '@/core/units/length'
import type { After } from '@/studio/kernel/tool'
import {
  EMPTY_SESSION,
  type Outcome,
  plain,
  putting,
  type Session,
  type Tool,
  type ToolContext,
} from '@/studio/kernel/tool'
import { paintChains } from '@/studio/painters/shapes'
import { attempt } from '@/studio/tooling/attempt'
import { replaced } from '@/studio/tooling/shape-edits'
import { cornerOptions } from '../options'
import { type ClickedLine, lineAt, mouseAt } from './cutting'

const takenLine = ({ ids: [id] }: Session, { records, plan }: ToolContext): ClickedLine | null => {
  const shape = id ? records.get(id) : undefined
  if (!shape || !isShape(shape)) return null
  const chain = chainsOf(shape, plan.around)[0]
  return chain ? { shape, chain } : null
}

/** Positive where a place lies to the left of a line. */
function sideOf({ chain }: ClickedLine, at: Point): number {
  const { index, t } = atPosition(chain, nearestPosition(chain, at))
  const piece = chain.pieces[index]!
  return Math.sign(cross(directionAt(piece, t), subtract(at, nearestPlace(piece, at)))) || 1
}

/** The offset that the mouse and the typed distance give. @throws LengthError */
function distanceFor(line: ClickedLine, at: Point, { typed }: Session, { display }: ToolContext): number {
  const { chain } = line
  const away = Math.min(...chain.pieces.map((piece) => distance(nearestPlace(piece, at), at)))
  const wanted = typed.distance ? parseLength(typed.distance, display.unit) : away
  return Math.abs(wanted) * sideOf(line, at)
}

export const offset: Tool = {
  ...plain,
  name: 'offset',
  word: 'Offset',
  picture: { ink: 'M9 21V9h12', red: 'M4 21V4h17' },
  also: ['parallel', 'distance'],
  drawer: 'change',
  key: 'o',
  steps: ['trace'],
  places: true,
  loupe: false,
  say: ({ ids }) =>
    ids.length === 0
      ? 'Click the line that another one should run beside.'
      : 'Type the distance and click on its side, or click where it should run.',
  fields: (session, context) => {
    const line = takenLine(session, context)
    if (!line) return []
    const away = session.cursor
      ? attempt(() => distanceFor(line, session.cursor!.at, { ...session, typed: {} }, context))
      : 0
    const shown = away instanceof Error ? '' : formatLength(Math.abs(away), context.display, false)
    return [{ name: 'distance', label: 'Distance', value: session.typed.distance ?? shown, first: true }]
  },
  click: (session, point, context) => {
    const line = takenLine(session, context)
    if (!line) {
      const clicked = lineAt(mouseAt(session, point.at), context)
      if (!clicked) return { session, say: 'No line that can be followed lies here.' }
      if (clicked.chain.pieces.some(({ kind }) => kind === 'ellipse' || kind === 'cubic'))
        return {
          session,
          say: 'Only lines, arcs and circles have lines beside them. Turn the curve into a polyline first (Simplify).',
        }
      return { session: { ...session, ids: [clicked.shape.id] } }
    }
    return offsetTo(line, point.at, session, context)
  },
  enter: (session, context) => {
    const line = takenLine(session, context)
    if (!line || !session.typed.distance) return { session: EMPTY_SESSION, done: session.ids.length === 0 }
    return session.cursor
      ? offsetTo(line, session.cursor.at, session, context)
      : { session, say: 'Point the mouse to the side on which it should run.' }
  },
  paint: (canvas, session, view, context) => {
    const line = takenLine(session, context)
    if (!line || !session.cursor) return
    const by = attempt(() => distanceFor(line, session.cursor!.at, session, context))
    if (!(by instanceof Error)) paintChains(canvas, view, offsetChain(line.chain, by))
  },
}

function offsetTo(line: ClickedLine, at: Point, session: Session, context: ToolContext): Outcome {
  const by = attempt(() => distanceFor(line, at, session, context))
  if (by instanceof Error) return { session, say: by.message }
  const chains = Math.abs(by) > 0 ? offsetChain(line.chain, by) : []
  if (chains.length === 0)
    return { session, say: 'No line runs at this distance: it would vanish. Type a smaller one.' }
  return {
    session: { ...EMPTY_SESSION, typed: session.typed },
    edit: putting('Offset', ...besides(line.shape, chains)),
  }
}

/** Shapes like one, along chains beside it. */
function besides(shape: Shape, chains: readonly Chain[]): Shape[] {
  if (shape.kind === 'wall')
    return chains.flatMap(({ pieces }) =>
      pieces.flatMap((piece) =>
        piece.kind === 'segment' ? [{ ...shape, id: crypto.randomUUID(), start: piece.start, end: piece.end }] : [],
      ),
    )
  if (!isDrawn(shape)) return []
  const base = { layerId: shape.layerId, pen: shape.pen }
  return chains.flatMap((chain) => shapesOfChain(chain, base, () => crypto.randomUUID()))
}

/** Joins the two pieces at their corner: pieces of one line in place, two lines each cut to it. */
function cornerEdits(first: PickedLine, second: PickedLine, corner: Corner, { records }: ToolContext): After[] {
  if (first.line.shape.id === second.line.shape.id) {
    const { chain, shape } = first.line
    const pieces = [...chain.pieces]
    const [low, high] = first.index < second.index ? [first, second] : [second, first]
    const [lowPiece, highPiece] =
      first.index < second.index ? [corner.first, corner.second] : [corner.second, corner.first]
    pieces[low.index] = lowPiece
    pieces[high.index] = highPiece
    const joint = corner.join && (first.index < second.index ? corner.join : reversed(corner.join))
    const seam = chain.closed && low.index === 0 && high.index === pieces.length - 1 && pieces.length > 2
    if (joint) pieces.splice(seam ? pieces.length : low.index + 1, 0, seam ? reversed(joint) : joint)
    return replaced(shape, [{ pieces, closed: chain.closed }], records)
  }
  const cut = ({ line, index }: PickedLine, piece: Corner['first']) =>
    replaced(
      line.shape,
      [{ ...line.chain, pieces: line.chain.pieces.map((each, i) => (i === index ? piece : each)) }],
      records,
    )
  const { shape } = first.line
  const joins =
    corner.join && isDrawn(shape)
      ? shapesOfChain({ pieces: [corner.join], closed: false }, { layerId: shape.layerId, pen: shape.pen }, () =>
          crypto.randomUUID(),
        )
      : []
  return [
    ...cut(first, corner.first),
    ...cut(second, corner.second),
    ...joins.map((after) => ({ id: after.id, after })),
  ]
}

interface PickedLine {
  readonly line: ClickedLine
  /** The piece that was clicked, and where. */
  readonly index: number
  readonly at: Point
}

function pickedPiece(line: ClickedLine, at: Point): PickedLine {
  const { index } = atPosition(line.chain, nearestPosition(line.chain, at))
  return { line, index, at: nearestPlace(line.chain.pieces[index]!, at) }
}

function cornerOf(a: PickedLine, b: PickedLine, { typed }: Session, { options, display }: ToolContext): Corner | null {
  const size = options(cornerOptions).cornerWay === 'sharp' ? 0 : parseLength(typed.size ?? '100 mm', display.unit)
  const [first, second] = [a, b].map(({ line, index, at }) => ({ piece: line.chain.pieces[index]!, at })) as [
    Parameters<typeof roundCorner>[0],
    Parameters<typeof roundCorner>[0],
  ]
  return options(cornerOptions).cornerWay === 'bevel'
    ? bevelCorner(first, second, size, size)
    : roundCorner(first, second, size)
}

export const corner: Tool = {
  ...plain,
  name: 'corner',
  word: 'Corner',
  picture: { ink: 'M5 21v-8M13 5h8', red: 'M5 13a8 8 0 0 1 8-8' },
  also: ['fillet', 'chamfer', 'round', 'bevel'],
  drawer: 'change',
  key: 'j',
  options: () => cornerOptions.controls('cornerWay'),
  steps: ['trace'],
  places: true,
  loupe: false,
  say: ({ ids }) =>
    ids.length === 0
      ? 'Click the first of two lines, on the part that stays.'
      : 'Click the second line, on the part that stays.',
  fields: ({ typed }, { options, display }) =>
    options(cornerOptions).cornerWay === 'sharp'
      ? []
      : [
          {
            name: 'size',
            label: options(cornerOptions).cornerWay === 'bevel' ? 'Cut back by' : 'Radius',
            value: typed.size ?? formatLength(100, display, false),
            first: true,
          },
        ],
  click: (session, point, context) => {
    const at = mouseAt(session, point.at)
    const clicked = lineAt(at, context)
    if (!clicked) return { session, say: 'No line lies here.' }
    const taken = takenLine(session, context)
    const from = session.points[0]
    if (!taken || !from) return { session: { ...session, ids: [clicked.shape.id], points: [{ at, caught: null }] } }
    const [a, b] = [pickedPiece(taken, from.at), pickedPiece(clicked, at)]
    if (a.line.shape.id === b.line.shape.id && a.index === b.index)
      return { session, say: 'Click another line, or another piece of it.' }
    const made = attempt(() => cornerOf(a, b, session, context))
    if (made instanceof Error) return { session, say: made.message }
    if (!made) return { session, say: 'These two give no such corner: they run side by side, or it is too large.' }
    const label = context.options(cornerOptions).cornerWay === 'bevel' ? 'Bevel corner' : 'Round corner'
    return {
      session: { ...EMPTY_SESSION, typed: session.typed },
      edit: { label, edits: cornerEdits(a, b, made, context) },
    }
  },
  enter: (session) => ({
    session: { ...session, points: [], ids: [] },
    done: session.ids.length === 0 && !session.typed.size,
  }),
  paint: (canvas, session, view, context) => {
    const taken = takenLine(session, context)
    const from = session.points[0]
    const clicked = session.cursor && taken && lineAt(session.cursor.at, context)
    if (!taken || !from || !clicked || !session.cursor) return
    const [a, b] = [pickedPiece(taken, from.at), pickedPiece(clicked, session.cursor.at)]
    const made = attempt(() => cornerOf(a, b, session, context))
    if (!made || made instanceof Error) return
    const pieces = [made.first, made.second, ...(made.join ? [made.join] : [])]
    paintChains(
      canvas,
      view,
      pieces.map((piece) => ({ pieces: [piece], closed: false })),
    )
  },
}
