import type { Underlay } from '@/core/model/underlay/schema'
import { underlaysOf } from '@/core/model/underlay/underlays'
import { goTo, workbench } from '@/studio/board/workbench'
import { put } from '@/studio/state/edits'
import { useProject } from '@/studio/state/project'

/** Changes several sheets alike, as one edit. */
export const changeSheets = (label: string, underlays: readonly Underlay[], part: Partial<Underlay>): void =>
  put(label, ...underlays.map((underlay) => ({ ...underlay, ...part })))

/** What can be switched of a sheet, each with the word of undo for either way. */
const SWITCHES = {
  visible: ['Hide sheet', 'Show sheet'],
  locked: ['Unlock sheet', 'Lock sheet'],
  catching: ['Switch catching', 'Switch catching'],
} as const

export function switchSheet(underlay: Underlay, what: keyof typeof SWITCHES): void {
  const [off, on] = SWITCHES[what]
  changeSheets(underlay[what] ? off : on, [underlay], { [what]: !underlay[what] })
}

/** Goes to fit a sheet. */
export function fitSheet(id: string): void {
  workbench.pick([id])
  goTo('fit')
}

/** Puts a sheet where another one lies in the stack, on the level or plane of that one; the others make room. */
export function moveInStack(id: string, overId: string): void {
  const underlays = underlaysOf(useProject.getState().records)
  const from = underlays.findIndex((underlay) => underlay.id === id)
  const to = underlays.findIndex((underlay) => underlay.id === overId)
  if (from < 0 || to < 0) return
  const next = [...underlays]
  const [moved] = next.splice(from, 1)
  const { levelId } = underlays[to]!
  next.splice(to, 0, { ...moved!, levelId })
  const stays = (underlay: Underlay, order: number) =>
    underlay.order === order && (underlay.id !== id || underlay.levelId === moved!.levelId)
  const changed = next.flatMap((underlay, i) => (stays(underlay, i + 1) ? [] : [{ ...underlay, order: i + 1 }]))
  put('Reorder sheets', ...changed)
}

/** Lays a sheet on a level, a work plane or the view of a part. */
export function layOn(id: string, placeId: string): void {
  const underlay = useProject.getState().records.get(id)
  if (underlay?.kind !== 'underlay' || underlay.levelId === placeId) return
  changeSheets('Lay sheet on another level', [underlay], { levelId: placeId })
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
  workbench.pick(copies.map(({ id }) => id))
}
