import { useQuery } from '@tanstack/react-query'
import { useMemo } from 'react'
import { project } from '@/core/geometry/projective'
import { type Frame, placeIn, type Vector3 } from '@/core/geometry/space'
import type { Point } from '@/core/geometry/vector'
import { boardMap } from '@/core/model/underlay/placement'
import type { Placement } from '@/core/model/underlay/schema'
import { underlaysOf } from '@/core/model/underlay/underlays'
import { frameOf } from '@/core/model/work-plane/frame'
import { workPlaneOf } from '@/core/model/work-plane/schema'
import { decodeSolids, type Solids } from '@/core/sheet/solids'
import { contentUrl } from '@/studio/state/api'
import { useProject } from '@/studio/state/project'
import { sheetOf } from '@/studio/tooling/sheet-of'

/** The solids of a storey of a building model that lies as a sheet: what somebody else drew, to compare with. */
export interface ReferenceSolid {
  readonly id: string
  /** The content with its triangles. */
  readonly hash: string
  readonly placement: Placement
  /** The level that its sheet lies on, with the floor of the storey. */
  readonly frame: Frame
}

/** The storeys of building models that are switched on, whichever level is looked at. */
export function useReferenceSolids(): readonly ReferenceSolid[] {
  const records = useProject((state) => state.records)
  const sources = useProject((state) => state.sources)
  return useMemo(
    () =>
      underlaysOf(records).flatMap(({ id, sheetId, visible, levelId, placement }): ReferenceSolid[] => {
        const hash = sheetOf(sources, sheetId)?.sheet.solidsHash
        // A storey stands on a level; cut as a sheet it can stand on a plane as well, where its solids would lie on their side.
        if (!visible || !hash || workPlaneOf(levelId, records)) return []
        return [{ id, hash, placement, frame: frameOf(levelId, records) }]
      }),
    [records, sources],
  )
}

/** The triangles of a storey; undefined while they are on their way. */
export function useSolidsOf(hash: string): Solids | undefined {
  const { data } = useQuery({
    queryKey: ['solids', hash],
    queryFn: async () => {
      const response = await fetch(contentUrl(hash))
      if (!response.ok) throw new Error('The solids of a building model could not be had.')
      return decodeSolids(await response.arrayBuffer())
    },
    staleTime: Number.POSITIVE_INFINITY,
  })
  return data
}

/**
 * Corners of triangles where they stand in the scene, metres.
 * @param origin the place that is zero in the scene, in model millimetres
 */
export function inScene(
  { cornersPt }: Solids,
  { placement, frame }: Pick<ReferenceSolid, 'placement' | 'frame'>,
  origin: Point,
): Float32Array {
  const map = boardMap(placement)
  const places = new Float32Array(cornersPt.length)
  for (let i = 0; i < cornersPt.length; i += 3) {
    const onBoard = project(map, { x: cornersPt[i]!, y: cornersPt[i + 1]! })
    const { x, y, z }: Vector3 = placeIn(frame, onBoard, cornersPt[i + 2]! * placement.mmPerPt)
    places[i] = (x - origin.x) / 1000
    places[i + 1] = (y - origin.y) / 1000
    places[i + 2] = z / 1000
  }
  return places
}
