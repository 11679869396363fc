import { EMPTY_BOX, unite } from '@/core/geometry/box'
import type { Underlay } from '@/core/model/underlay/schema'
import { underlaysOf } from '@/core/model/underlay/underlays'
import { sheetOf } from '@/studio/tooling/sheet-of'
import { underlayBox } from '@/studio/tooling/underlay-box'
import { underlaysInSight } from './in-sight'
import { currentPlan, whenWhole } from './plan'
import { useProject } from './project'
import { showBox, useView } from './view'

/** Shows every sheet that is shown, and everything traced. */
export function showAll(): void {
  const sheets = underlaysInSight()
    .filter(({ visible }) => visible)
    .map((underlay) => underlayBox(underlay, useProject.getState().sources))
  showBox([...sheets, currentPlan().box()].reduce(unite, EMPTY_BOX))
}

/** The same, and again when all that is traced is worked out and when a page on the board is read, unless the view was moved meanwhile. */
export function showAllOnceWhole(): void {
  showAll()
  let { center, pxPerMm } = useView.getState()
  const again = () => {
    const now = useView.getState()
    if (now.center !== center || now.pxPerMm !== pxPerMm) return false
    showAll()
    ;({ center, pxPerMm } = useView.getState())
    return true
  }
  whenWhole(again)
  if (allRead()) return
  const stop = useProject.subscribe((now, before) => {
    if (now.id !== before.id) return stop()
    if (now.sources !== before.sources && (!again() || allRead())) stop()
  })
}

const allRead = (): boolean => {
  const { records, sources } = useProject.getState()
  return underlaysOf(records).every(({ sheetId }) => sheetOf(sources, sheetId))
}

export const showUnderlays = (underlays: readonly Underlay[]): void =>
  showBox(underlays.map((underlay) => underlayBox(underlay, useProject.getState().sources)).reduce(unite, EMPTY_BOX))
