import { type Chain, joinChains } from '@/core/draft/chain'
import { shapesOfChain } from '@/core/draft/shapes-of'
import { needless, simplified } from '@/core/draft/tidy'
import { boxOf } from '@/core/geometry/box'
import { flatten, lengthOf } from '@/core/geometry/piece/measure'
import { bulgeOf, endOf, isWhole, segment, startOf } from '@/core/geometry/piece/piece'
import type { Point } from '@/core/geometry/vector'
import type { Edit } from '@/core/model/change/change'
import { newInsert, placedShapes } from '@/core/model/insert/shape'
import { isPlainShape, type PlainShape } from '@/core/model/plain-shapes'
import type { Plan } from '@/core/model/plan'
import { chainsOf, type Drawn, gripsOf, isDrawn, kindOf, penOf, type Shape } from '@/core/model/shapes'
import type { SymbolRecord } from '@/core/model/symbol/schema'
import { facesOf } from '@/core/model/wall/geometry'
import type { Wall } from '@/core/model/wall/schema'
import { newMember } from '@/studio/features/frames/new-member'
import { newWall } from '@/studio/features/walls/new-wall'
import type { ToolContext } from '@/studio/kernel/tool'
import { commit, put } from '@/studio/state/store'
import { isLine, replaced } from '@/studio/tooling/shape-edits'

/** Ends nearer than this are joined, points nearer to a straight line than this are left out. */
export const TIDY_MM = 1
/** Lines shorter than this are tiny. */
const TINY_MM = 0.5

type After = Omit<Edit, 'before'>

/** What a command did, in a sentence, and what is picked afterwards. */
export interface Done {
  readonly say: string
  readonly pick?: readonly string[]
}

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
  commit('Join', [
    ...made.map((after) => ({ id: after.id, after })),
    ...removed(lines.filter(({ id }) => !kept.has(id))),
  ])
  return { say: `${count(lines.length, 'line')} joined into ${made.length}.`, pick: made.map(({ id }) => id) }
}

/** Closes open lines by a straight piece from end to start. */
export function close(shapes: readonly Shape[], { plan }: ToolContext): Done {
  const edits = linesAmong(shapes).flatMap((shape): After[] => {
    const [chain] = chainsOf(shape, plan.around)
    if (!chain || chain.closed) return []
    const last = chain.pieces.at(-1)!
    const [start, end] = [gripsOf(shape, plan.around)[0]!, flatten(last, lengthOf(last)).at(-1)!]
    if (Math.hypot(end.x - start.x, end.y - start.y) === 0 && chain.pieces.length < 2) return []
    if (shape.kind === 'path' && shape.xy.length > 4) return [{ id: shape.id, after: { ...shape, closed: true } }]
    if (shape.kind === 'spline' && shape.by === 'through') return [{ id: shape.id, after: { ...shape, closed: true } }]
    if (chain.pieces.length === 1 && last.kind === 'segment') return []
    return replaced(shape, [{ pieces: [...chain.pieces, segment(end, start)], closed: true }])
  })
  if (edits.length === 0) return { say: 'There is no open line of more than one piece to close.' }
  commit('Close', edits)
  return { say: `${count(edits.length, 'line')} closed.` }
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
  if (made.length === 0) return { say: 'Walls run along straight lines and arcs: pick some.' }
  put('Make walls along lines', ...made)
  return {
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
  if (made.length === 0) return { say: 'Members run along straight lines: pick some.' }
  put('Place members along lines', ...made)
  return {
    say: `${count(made.length, 'member')} placed along ${count(shapes.length, 'line')}, which stay.`,
    pick: made.map(({ id }) => id),
  }
}

/** Draws lines by fewer points, and curves by chords. */
export function simplify(shapes: readonly Shape[], { plan }: ToolContext): Done {
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
      return replaced(shape, [simple])
    }),
  )
  if (edits.length === 0) return { say: 'There is no line to simplify.' }
  commit('Simplify', edits)
  return { say: `${before} pieces drawn by ${after}, within 1 mm.` }
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
  commit('Drop doubled', removed([...ids].map((id) => plan.shapes.get(id)!.shape)))
  return {
    say: `${count(ids.size, 'doubled or tiny line')} removed.`,
    pick: shapes.flatMap(({ id }) => (ids.has(id) ? [] : [id])),
  }
}

/** The base of a new symbol: the middle of what it holds. */
function middleOf(shapes: readonly Shape[], plan: Plan): Point {
  const { minX, minY, maxX, maxY } = boxOf(shapes.flatMap((shape) => gripsOf(shape, plan.around)))
  return { x: (minX + maxX) / 2, y: (minY + maxY) / 2 }
}

/** Shapes as a symbol holds them: placed symbols are dissolved into what they show; dimensions and walls can't be held. */
function held(shapes: readonly Shape[], { plan }: ToolContext): PlainShape[] {
  return shapes.flatMap((shape): PlainShape[] => {
    if (shape.kind === 'insert') return placedShapes(shape, plan.around)
    return isPlainShape(shape) ? [shape] : []
  })
}

/** Makes a symbol of shapes, and puts it in their place. Its base is their middle until another one is chosen. */
export function makeSymbol(
  name: string,
  shapes: readonly Shape[],
  context: ToolContext,
): Done & { readonly symbolId?: string } {
  const inside = held(shapes, context)
  if (inside.length === 0) return { say: 'A symbol holds lines, texts and hatches: pick some first.' }
  const base = middleOf(inside, context.plan)
  const symbol: SymbolRecord = { id: crypto.randomUUID(), kind: 'symbol', name, base, shapes: inside }
  const { layerId, planeId } = shapes.find(isDrawn) ?? { ...context.choices, planeId: context.planeId ?? undefined }
  const insert = newInsert(symbol.id, base, layerId, planeId)
  const gone = shapes.filter(({ kind }) => kind === 'insert' || isPlainShape({ kind }))
  commit('Make symbol', [{ id: symbol.id, after: symbol }, { id: insert.id, after: insert }, ...removed(gone)])
  return {
    say: `${name} is a symbol now: click its base point, or press Esc to keep its middle.`,
    pick: [insert.id],
    symbolId: symbol.id,
  }
}

/** Puts in the place of placed symbols what they show. */
export function dissolve(shapes: readonly Shape[], { plan }: ToolContext): Done {
  const inserts = shapes.flatMap((shape) => (shape.kind === 'insert' ? [shape] : []))
  if (inserts.length === 0) return { say: 'Only placed symbols can be dissolved.' }
  const made = inserts.flatMap((insert) =>
    placedShapes(insert, plan.around).map((shape) => ({ ...shape, id: crypto.randomUUID() })),
  )
  commit('Dissolve symbol', [...removed(inserts), ...made.map((after) => ({ id: after.id, after }))])
  return { say: 'What the symbol showed is drawn by itself now.', pick: made.map(({ id }) => id) }
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
