import { EMPTY_BOX, unite } from '@/core/geometry/box'
import type { Underlay } from '@/core/model/underlay/schema'
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

/** The same, and once more when all that is traced is worked out, unless the view was moved meanwhile. */
export function showAllOnceWhole(): void {
  showAll()
  const { center, pxPerMm } = useView.getState()
  whenWhole(() => {
    const now = useView.getState()
    if (now.center === center && now.pxPerMm === pxPerMm) showAll()
  })
}

export const showUnderlays = (underlays: readonly Underlay[]): void =>
  showBox(underlays.map((underlay) => underlayBox(underlay, useProject.getState().sources)).reduce(unite, EMPTY_BOX))
