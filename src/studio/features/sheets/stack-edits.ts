import type { Underlay } from '@/core/model/underlay/schema'
import { askAbout, select } from '@/studio/state/bench'
import { commit, put, refusesLocked, underlaysOf, useProject } from '@/studio/state/store'
import { sheetOf } from '@/studio/tooling/sheet-of'

/** Changes several sheets alike, as one edit. */
export const changeSheets = (label: string, underlays: readonly Underlay[], part: Partial<Underlay>): void =>
  put(label, ...underlays.map((underlay) => ({ ...underlay, ...part })))

/** Puts a sheet where another one lies in the stack; the others make room. */
export function moveInStack(id: string, overId: string): void {
  const underlays = underlaysOf(useProject.getState().records)
  const from = underlays.findIndex((underlay) => underlay.id === id)
  const to = underlays.findIndex((underlay) => underlay.id === overId)
  if (from < 0 || to < 0) return
  const next = [...underlays]
  const [moved] = next.splice(from, 1)
  next.splice(to, 0, moved!)
  const changed = next.flatMap((underlay, i) => (underlay.order === i + 1 ? [] : [{ ...underlay, order: i + 1 }]))
  put('Reorder sheets', ...changed)
}

/** Lays copies on their originals, with the same place, crop and look. */
export function duplicateSheets(underlays: readonly Underlay[]): void {
  const top = underlaysOf(useProject.getState().records).at(-1)?.order ?? 0
  const copies = underlays.map((underlay, i) => ({
    ...underlay,
    id: crypto.randomUUID(),
    name: `${underlay.name} (copy)`.slice(0, 200),
    order: top + 1 + i,
    locked: false,
  }))
  put('Duplicate sheet', ...copies)
  select(copies.map(({ id }) => id))
}

/**
 * Takes sheets off the board; where that was the last of a file, the person is asked about its pages.
 * @returns false where a lock holds one of them, which is said
 */
export function removeSheets(underlays: readonly Underlay[]): boolean {
  const { sources } = useProject.getState()
  const sourceOf = ({ sheetId }: Underlay) => sheetOf(sources, sheetId)?.source.id
  const gone = underlays.map(({ id }) => ({ id, after: null }))
  if (refusesLocked(gone)) return false
  commit(underlays.length === 1 ? 'Remove sheet' : 'Remove sheets', gone)
  select([])
  const left = new Set(underlaysOf(useProject.getState().records).map(sourceOf))
  askAbout([...new Set(underlays.map(sourceOf))].filter((id) => id !== undefined).filter((id) => !left.has(id)))
  return true
}
