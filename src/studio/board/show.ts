import { type Box, boxOf, corners, EMPTY_BOX, unite } from '@/core/geometry/box'
import { project } from '@/core/geometry/projective'
import { boardMap } from '@/core/model/underlay/placement'
import type { Underlay } from '@/core/model/underlay/schema'
import { useProject } from '../project/store'
import { underlaysInSight } from '../sheets/in-sight'
import { sheetOf } from '../sheets/sheet-of'
import { currentPlan, whenWhole } from './plan'
import { showBox, useView } from './view'

/** Where what shows of a sheet lies on the plane. */
export function underlayBox({ placement, sheetId, crop }: Underlay): Box {
  const found = sheetOf(useProject.getState().sources, sheetId)
  if (!found) return EMPTY_BOX
  const { widthPt, heightPt } = found.sheet
  const map = boardMap(placement)
  return boxOf((crop ?? corners({ minX: 0, minY: 0, maxX: widthPt, maxY: heightPt })).map((p) => project(map, p)))
}

/** Shows every sheet that is shown, and everything traced. */
export function showAll(): void {
  const sheets = underlaysInSight()
    .filter(({ visible }) => visible)
    .map(underlayBox)
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
  showBox(underlays.map(underlayBox).reduce(unite, EMPTY_BOX))
