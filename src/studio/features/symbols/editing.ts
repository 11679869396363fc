import { useEffect } from 'react'
import { create } from 'zustand'
import { createJSONStorage, persist } from 'zustand/middleware'
import { invert } from '@/core/geometry/affine'
import type { Insert } from '@/core/model/insert/schema'
import { insertMap, newInsert, placedShapes } from '@/core/model/insert/shape'
import { isPlainShape, type PlainShape } from '@/core/model/plain-schemas'
import { plainKind } from '@/core/model/plain-shapes'
import type { SymbolRecord } from '@/core/model/symbol/schema'
import { workbench } from '@/studio/board/workbench'
import type { ToolContext } from '@/studio/kernel/tool'
import { openCard, useBench } from '@/studio/state/bench'
import { commit } from '@/studio/state/edits'
import { tell } from '@/studio/state/notices'
import { useProject } from '@/studio/state/project'
import { layerOptions } from '@/studio/tooling/options'
import { select } from '@/studio/tooling/select'

/** The symbol that is edited, at the place of one of its inserts. */
interface SymbolEditing {
  readonly projectId: string | null
  readonly symbolId: string | null
  readonly insert: Insert | null
  /** Whether the insert was only put there for editing. */
  readonly lent: boolean
  /** What was laid out, and what was drawn here since. */
  readonly shapes: readonly string[]
}

const NONE: SymbolEditing = { projectId: null, symbolId: null, insert: null, lent: false, shapes: [] }

/** Lasts as long as the tab, also where the page is loaded again. */
export const useSymbolEditing = create<SymbolEditing>()(
  persist((): SymbolEditing => NONE, {
    name: 'calque-symbol',
    storage: createJSONStorage(() => sessionStorage),
    // The server draws the page without it.
    skipHydration: true,
  }),
)

/** The symbol that is edited in the project that is open; null where none is. */
export function useEditedSymbol(): string | null {
  const { projectId, symbolId } = useSymbolEditing()
  const open = useProject(({ id }) => id)
  useEffect(() => {
    void useSymbolEditing.persist.rehydrate()
  }, [])
  return projectId === open ? symbolId : null
}

/** While a symbol is edited the card says so, and how that ends. @returns a function that stops that */
export function followEditing(): () => void {
  const show = () => {
    const { projectId, symbolId } = useSymbolEditing.getState()
    if (symbolId && projectId === useProject.getState().id && useBench.getState().step === 'trace') openCard()
  }
  void useSymbolEditing.persist.rehydrate()
  const stops = [
    useSymbolEditing.subscribe(show),
    useBench.subscribe(({ step }, { step: former }) => {
      if (step !== former) show()
    }),
  ]
  return () => {
    for (const stop of stops) stop()
  }
}

/** Lays a symbol's shapes on the plan to be changed, where it is placed or at its own base. */
export function beginEditing(symbol: SymbolRecord, { plan, options, planeId }: ToolContext): void {
  const [found] = plan.insertsOf(symbol.id)
  const insert = found ?? newInsert(symbol.id, symbol.base, options(layerOptions).layerId, planeId ?? undefined)
  const shapes = placedShapes(insert, plan.around).map((shape) => ({ ...shape, id: crypto.randomUUID() }))
  commit('Edit symbol', [
    ...(found ? [{ id: found.id, after: null }] : []),
    ...shapes.map((after) => ({ id: after.id, after })),
  ])
  useSymbolEditing.setState({
    projectId: useProject.getState().id,
    symbolId: symbol.id,
    insert,
    lent: !found,
    shapes: shapes.map(({ id }) => id),
  })
  workbench.take(select)
  workbench.pick(shapes.map(({ id }) => id))
}

// What another window draws meanwhile never waits here.
useProject.subscribe((now, before) => {
  const { projectId, shapes } = useSymbolEditing.getState()
  if (now.waiting === before.waiting || now.id !== before.id || now.id !== projectId) return
  const drawn = now.waiting
    .filter((change) => !before.waiting.includes(change))
    .flatMap(({ edits }) => edits.filter((edit) => edit.before === null).map(({ id }) => id))
  if (drawn.length > 0) useSymbolEditing.setState({ shapes: [...shapes, ...drawn] })
})

const laidOut = ({ records }: ToolContext): PlainShape[] =>
  [...new Set(useSymbolEditing.getState().shapes)].flatMap((id) => records.get(id) ?? []).filter(isPlainShape)

/** Takes the changed shapes into the symbol: everywhere it is placed it changes. */
export function finishEditing(context: ToolContext): void {
  const { symbolId, insert, lent } = useSymbolEditing.getState()
  const symbol = symbolId ? context.records.get(symbolId) : undefined
  const shapes = laidOut(context)
  if (symbol?.kind !== 'symbol' || !insert) {
    useSymbolEditing.setState(NONE)
    return
  }
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
