import { type Chain, joinChains } from '@/core/draft/chain'
import { needless, simplified } from '@/core/draft/tidy'
import { flatten, lengthOf } from '@/core/geometry/piece/measure'
import { bulgeOf, endOf, isWhole, segment, startOf } from '@/core/geometry/piece/piece'
import { chainsOf, type Drawn, gripsOf, isDrawn, kindOf, penOf, type Shape } from '@/core/model/shapes'
import { shapesOfChain } from '@/core/model/shapes-of-chain'
import { facesOf } from '@/core/model/wall/geometry'
import type { Wall } from '@/core/model/wall/schema'
import { newMember } from '@/studio/features/frames/feature'
import { newWall } from '@/studio/features/walls/feature'
import { type After, type Effects, putting, type ToolContext } from '@/studio/kernel/tool'
import { isLine, replaced } from '@/studio/tooling/shape-edits'

/** Ends nearer than this are joined, points nearer to a straight line than this are left out. */
export const TIDY_MM = 1
/** Lines shorter than this are tiny. */
const TINY_MM = 0.5

/** What a command comes to; it always says what it did, or why it could not. */
export type Done = Effects & { readonly say: string }

const linesAmong = (shapes: readonly Shape[]): Drawn[] => shapes.filter(isDrawn).filter(isLine)
const removed = (shapes: readonly Shape[]): After[] => shapes.map(({ id }) => ({ id, after: null }))
const count = (n: number, word: string) => `${n} ${word}${n === 1 ? '' : 's'}`

/** Joins lines whose ends meet into polylines. */
export function join(shapes: readonly Shape[], { plan }: ToolContext): Done {
  const lines = linesAmong(shapes)
  const chains = lines.flatMap((shape) => chainsOf(shape, plan.around))
  const joined = joinChains(chains, TIDY_MM)
  if (lines.length < 2 || joined.length >= chains.length)
    return { say: 'No ends meet here: lines join where their ends are within 1 mm.' }
  const [first] = lines as [Drawn, ...Drawn[]]
  const base = { layerId: first.layerId, planeId: first.planeId, pen: first.pen }
  const ids = lines.map(({ id }) => id)
  const made = joined.flatMap((chain) => shapesOfChain(chain, base, () => ids.shift() ?? crypto.randomUUID()))
  const kept = new Set(made.map(({ id }) => id))
  const edits = [...made.map((after) => ({ id: after.id, after })), ...removed(lines.filter(({ id }) => !kept.has(id)))]
  return {
    edit: { label: 'Join', edits },
    say: `${count(lines.length, 'line')} joined into ${made.length}.`,
    pick: made.map(({ id }) => id),
  }
}

/** Closes open lines by a straight piece from end to start. */
export function close(shapes: readonly Shape[], { plan, records }: ToolContext): Done {
  const edits = linesAmong(shapes).flatMap((shape): After[] => {
    const [chain] = chainsOf(shape, plan.around)
    if (!chain || chain.closed) return []
    const last = chain.pieces.at(-1)!
    const [start, end] = [gripsOf(shape, plan.around)[0]!, flatten(last, lengthOf(last)).at(-1)!]
    if (Math.hypot(end.x - start.x, end.y - start.y) === 0 && chain.pieces.length < 2) return []
    if (shape.kind === 'path' && shape.xy.length > 4) return [{ id: shape.id, after: { ...shape, closed: true } }]
    if (shape.kind === 'spline' && shape.by === 'through') return [{ id: shape.id, after: { ...shape, closed: true } }]
    if (chain.pieces.length === 1 && last.kind === 'segment') return []
    return replaced(shape, [{ pieces: [...chain.pieces, segment(end, start)], closed: true }], records)
  })
  if (edits.length === 0) return { say: 'There is no open line of more than one piece to close.' }
  return { edit: { label: 'Close', edits }, say: `${count(edits.length, 'line')} closed.` }
}

/** Walls along lines, as the bench has them chosen; the lines stay. */
export function wallsAlong(shapes: readonly Shape[], context: ToolContext): Done {
  const pieces = linesAmong(shapes).flatMap((shape) =>
    chainsOf(shape, context.plan.around).flatMap((chain) =>
      chain.pieces.flatMap((piece) => {
        const kept = (piece.kind === 'segment' || piece.kind === 'arc') && !isWhole(piece) && lengthOf(piece) > TIDY_MM
        return kept ? [{ piece, tracedFrom: shape.tracedFrom }] : []
      }),
    ),
  )
  const made = pieces
    .map(({ piece, tracedFrom }): Wall => {
      const [start, end] = [startOf(piece), endOf(piece)]
      return { ...newWall(start, end, context, [], bulgeOf(piece)), ...(tracedFrom && { tracedFrom }) }
    })
    // An arc that is tighter than the wall is thick bears none.
    .filter((wall) => facesOf(wall) !== null)
  if (made.length === 0) return { say: 'Walls run along straight lines and arcs: select some.' }
  return {
    edit: putting('Make walls along lines', ...made),
    say: `${count(made.length, 'wall')} made along ${count(shapes.length, 'line')}, which stay.`,
    pick: made.map(({ id }) => id),
  }
}

/** Members along straight lines, as the bench has them chosen; the lines stay. */
export function membersAlong(shapes: readonly Shape[], context: ToolContext): Done {
  const made = linesAmong(shapes).flatMap((shape) =>
    chainsOf(shape, context.plan.around).flatMap(({ pieces }) =>
      pieces.flatMap((piece) => {
        if (piece.kind !== 'segment' || lengthOf(piece) <= TIDY_MM) return []
        const member = newMember(piece.start, piece.end, context)
        return [{ ...member, ...(shape.tracedFrom && { tracedFrom: shape.tracedFrom }) }]
      }),
    ),
  )
  if (made.length === 0) return { say: 'Members run along straight lines: select some.' }
  return {
    edit: putting('Place members along lines', ...made),
    say: `${count(made.length, 'member')} placed along ${count(shapes.length, 'line')}, which stay.`,
    pick: made.map(({ id }) => id),
  }
}

/** Draws lines by fewer points, and curves by chords. */
export function simplify(shapes: readonly Shape[], { plan, records }: ToolContext): Done {
  let [before, after] = [0, 0]
  const edits = linesAmong(shapes).flatMap((shape): After[] =>
    chainsOf(shape, plan.around).flatMap((chain) => {
      const straight = chain.pieces.flatMap((piece) => {
        if (piece.kind !== 'cubic' && piece.kind !== 'ellipse') return [piece]
        const points = flatten(piece, TIDY_MM / 2)
        return points.slice(1).map((p, i) => segment(points[i]!, p))
      })
      const simple = simplified({ ...chain, pieces: straight }, TIDY_MM)
      before += straight.length
      after += simple.pieces.length
      return replaced(shape, [simple], records)
    }),
  )
  if (edits.length === 0) return { say: 'There is no line to simplify.' }
  return { edit: { label: 'Simplify', edits }, say: `${before} pieces drawn by ${after}, within 1 mm.` }
}

/** Removes lines that lie on others, and tiny ones. */
export function dropNeedless(shapes: readonly Shape[], { plan }: ToolContext): Done {
  const single = linesAmong(shapes).flatMap((shape) => {
    const chains = chainsOf(shape, plan.around)
    const [piece] = chains[0]?.pieces ?? []
    return chains.length === 1 && chains[0]!.pieces.length === 1 && piece ? [{ shape, piece }] : []
  })
  const gone = needless(
    single.map(({ piece }) => piece),
    TIDY_MM / 10,
    TINY_MM,
  )
  if (gone.size === 0) return { say: 'Nothing is doubled or tiny among these.' }
  const ids = new Set([...gone].map((i) => single[i]!.shape.id))
  return {
    edit: { label: 'Drop doubled', edits: removed([...ids].map((id) => plan.shapes.get(id)!.shape)) },
    say: `${count(ids.size, 'doubled or tiny line')} removed.`,
    pick: shapes.flatMap(({ id }) => (ids.has(id) ? [] : [id])),
  }
}

/** Ids of everything that lies on the same layers, is of the same kinds, or is alike: same kind, layer and pen. */
export function allLike(
  shapes: readonly Shape[],
  way: 'layer' | 'kind' | 'alike',
  { plan, records }: ToolContext,
): string[] {
  const key = (shape: Shape): string => {
    const layer = isDrawn(shape) ? shape.layerId : shape.kind
    if (way === 'layer') return layer
    if (way === 'kind') return kindOf(shape).word
    const pen = shape.kind === 'wall' ? String(shape.thicknessMm) : JSON.stringify(penOf(shape, records))
    const more = shape.kind === 'circle' ? shape.radiusMm.toFixed(3) : shape.kind === 'insert' ? shape.symbolId : ''
    return [kindOf(shape).word, layer, pen, more].join('|')
  }
  const wanted = new Set(shapes.map(key))
  return [...plan.shapes.values()]
    .filter((planned) => plan.isFree(planned) && wanted.has(key(planned.shape)))
    .map(({ shape }) => shape.id)
}

/** The chains of shapes, for who measures them. */
export const chainsAmong = (shapes: readonly Shape[], { plan }: ToolContext): Chain[] =>
  shapes.filter(isLine).flatMap((shape) => chainsOf(shape, plan.around))
