import { useMemo } from 'react'
import { capOf } from '@/core/building/mesh'
import { corners } from '@/core/geometry/box'
import { project } from '@/core/geometry/projective'
import { placeIn, type Vector3 } from '@/core/geometry/space'
import { boardMap } from '@/core/model/underlay/placement'
import { underlaysOf } from '@/core/model/underlay/underlays'
import { frameOf } from '@/core/model/work-plane/frame'
import { workPlaneOf } from '@/core/model/work-plane/schema'
import { contentUrl } from '@/studio/state/api'
import { useBench } from '@/studio/state/bench'
import { useProject } from '@/studio/state/project'
import { sheetOf } from '@/studio/tooling/sheet-of'

/** A sheet where it lies or stands, by its picture. */
export interface SheetInSpace {
  readonly id: string
  readonly url: string
  /** Corners of what shows of it, in model millimetres. */
  readonly corners: readonly Vector3[]
  /** The same corners on its picture, from 0 to 1. */
  readonly onPicture: Float32Array
  /** Three corners for each triangle. */
  readonly triangles: Uint16Array
}

/** Sheets lie a little beneath what is built on them. */
const BENEATH_MM = 20

/** The sheets that show in the solid view. */
export function useSheetsInSpace(): readonly SheetInSpace[] {
  const records = useProject((state) => state.records)
  const sources = useProject((state) => state.sources)
  const levelId = useBench((bench) => bench.levelId)
  return useMemo(
    () =>
      underlaysOf(records).flatMap((underlay): SheetInSpace[] => {
        const found = sheetOf(sources, underlay.sheetId)
        // Sheets of upper levels would hide what lies below; those that stand upright hide little.
        const plane = workPlaneOf(underlay.levelId, records)
        // A part has a space of its own.
        if (plane?.partId) return []
        const stands = plane !== null
        if (!stands && levelId !== null && underlay.levelId !== levelId && !workPlaneOf(levelId, records)) return []
        if (!underlay.visible || !found?.sheet.pictureHash) return []
        const { widthPt, heightPt, pictureHash } = found.sheet
        const map = boardMap(underlay.placement)
        const frame = frameOf(underlay.levelId, records)
        const ring = underlay.crop ?? corners({ minX: 0, minY: 0, maxX: widthPt, maxY: heightPt })
        return [
          {
            id: underlay.id,
            url: contentUrl(pictureHash),
            corners: ring.map((p) => placeIn(frame, project(map, p), -BENEATH_MM)),
            onPicture: new Float32Array(ring.flatMap(({ x, y }) => [x / widthPt, y / heightPt])),
            triangles: new Uint16Array(capOf(ring)),
          },
        ]
      }),
    [records, sources, levelId],
  )
}
