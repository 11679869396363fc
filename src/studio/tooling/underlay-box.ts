import { type Box, boxOf, corners, EMPTY_BOX } from '@/core/geometry/box'
import { project } from '@/core/geometry/projective'
import { boardMap } from '@/core/model/underlay/placement'
import type { Underlay } from '@/core/model/underlay/schema'
import type { SourceView } from '@/core/project/views'
import { sheetOf } from './sheet-of'

/** Where what shows of a sheet lies on the plane. */
export function underlayBox({ placement, sheetId, crop }: Underlay, sources: readonly SourceView[]): Box {
  const found = sheetOf(sources, sheetId)
  if (!found) return EMPTY_BOX
  const { widthPt, heightPt } = found.sheet
  const map = boardMap(placement)
  return boxOf((crop ?? corners({ minX: 0, minY: 0, maxX: widthPt, maxY: heightPt })).map((p) => project(map, p)))
}
