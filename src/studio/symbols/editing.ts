import { create } from 'zustand'
import { invert } from '@/core/geometry/affine'
import type { Insert } from '@/core/model/insert/schema'
import { insertMap, newInsert, placedShapes } from '@/core/model/insert/shape'
import { isPlainShape, type PlainShape, plainKind } from '@/core/model/plain-shapes'
import type { SymbolRecord } from '@/core/model/symbol/schema'
import { select, takeTool } from '../bench-store'
import { commit, tell } from '../project/store'
import type { ToolContext } from '../tools/tool'

/** The symbol that is edited, at the place of one of its inserts. */
interface SymbolEditing {
  readonly symbolId: string | null
  readonly insert: Insert | null
  /** Whether the insert was only put there for editing. */
  readonly lent: boolean
  /** Ids of everything that was on the plan before. */
  readonly before: ReadonlySet<string>
  readonly shapes: readonly string[]
}

const NONE: SymbolEditing = { symbolId: null, insert: null, lent: false, before: new Set(), shapes: [] }

export const useSymbolEditing = create<SymbolEditing>(() => NONE)

/** Lays a symbol's shapes on the plan to be changed, where it is placed or at its own base. */
export function beginEditing(symbol: SymbolRecord, { plan, records, choices, planeId }: ToolContext): void {
  const [found] = plan.insertsOf(symbol.id)
  const insert = found ?? newInsert(symbol.id, symbol.base, choices.layerId, planeId ?? undefined)
  const shapes = placedShapes(insert, plan.around).map((shape) => ({ ...shape, id: crypto.randomUUID() }))
  useSymbolEditing.setState({
    symbolId: symbol.id,
    insert,
    lent: !found,
    before: new Set(records.keys()),
    shapes: shapes.map(({ id }) => id),
  })
  commit('Edit symbol', [
    ...(found ? [{ id: found.id, after: null }] : []),
    ...shapes.map((after) => ({ id: after.id, after })),
  ])
  takeTool('pick')
  select(shapes.map(({ id }) => id))
}

/** What was laid out and what was drawn meanwhile. */
function laidOut({ records }: ToolContext): PlainShape[] {
  const { before, shapes } = useSymbolEditing.getState()
  const own = new Set(shapes)
  return [...records.values()].filter(isPlainShape).filter(({ id }) => own.has(id) || !before.has(id))
}

/** Takes the changed shapes into the symbol: everywhere it is placed it changes. */
export function finishEditing(context: ToolContext): void {
  const { symbolId, insert, lent } = useSymbolEditing.getState()
  const symbol = symbolId ? context.records.get(symbolId) : undefined
  const shapes = laidOut(context)
  if (symbol?.kind !== 'symbol' || !insert) return useSymbolEditing.setState(NONE)
  const back = invert(insertMap(insert, symbol.base))
  if (shapes.length === 0 || !back) return tell('A symbol holds something: draw it, or leave it as it was.')
  const inside = shapes.map((shape) => plainKind(shape).mapped(shape, back))
  useSymbolEditing.setState(NONE)
  commit('Change symbol', [
    { id: symbol.id, after: { ...symbol, shapes: inside } },
    ...shapes.map(({ id }) => ({ id, after: null })),
    ...(lent ? [] : [{ id: insert.id, after: insert }]),
  ])
}

export function giveUpEditing(context: ToolContext): void {
  const { insert, lent } = useSymbolEditing.getState()
  const shapes = laidOut(context)
  useSymbolEditing.setState(NONE)
  commit('Leave symbol as it was', [
    ...shapes.map(({ id }) => ({ id, after: null })),
    ...(insert && !lent ? [{ id: insert.id, after: insert }] : []),
  ])
}
