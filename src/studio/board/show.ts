import { apply } from '@/core/geometry/affine'
import { type Box, boxOf, corners, EMPTY_BOX, unite } from '@/core/geometry/box'
import { placementMap } from '@/core/model/underlay/placement'
import type { Underlay } from '@/core/model/underlay/schema'
import { underlaysOf, useProject } from '../project/store'
import { sheetOf } from '../sheets/use-sheets'
import { showBox } from './view'

/** Where a sheet lies on the plane. */
export function underlayBox({ placement, sheetId }: Underlay): Box {
  const found = sheetOf(useProject.getState().sources, sheetId)
  if (!found) return EMPTY_BOX
  const { widthPt, heightPt } = found.sheet
  const map = placementMap(placement)
  return boxOf(corners({ minX: 0, minY: 0, maxX: widthPt, maxY: heightPt }).map((p) => apply(map, p)))
}

/** Shows every sheet that is shown, and everything traced. */
export function showAll(): void {
  const { records } = useProject.getState()
  const sheets = underlaysOf(records)
    .filter(({ visible }) => visible)
    .map(underlayBox)
  const walls = [...records.values()]
    .filter((record) => record.kind === 'wall')
    .map(({ start, end }) => boxOf([start, end]))
  showBox([...sheets, ...walls].reduce(unite, EMPTY_BOX))
}

export const showUnderlay = (underlay: Underlay): void => showBox(underlayBox(underlay))
