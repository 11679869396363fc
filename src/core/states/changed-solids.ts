import { buildingOf } from '../building/building'
import { meshOf } from '../building/mesh'
import { type Extent, extentOf, type Solid, solidsOf } from '../building/prisms'
import type { Point } from '../geometry/vector'
import type { ProjectRecord } from '../model/registry'
import type { ElementChange } from './element-change'

type Records = ReadonlyMap<string, ProjectRecord>

/** The solids of what differs between two states: corners of triangles, x y z in metres about `origin`, z up. */
export interface ChangedSolids {
  /** Model millimetres. */
  readonly origin: Point
  /** As they were: of what is gone or otherwise. */
  readonly gone: Float32Array
  /** As they are: of what is new or otherwise. */
  readonly fresh: Float32Array
}

/** The solids of elements that differ, before and after. */
export function changedSolids(before: Records, after: Records, elements: readonly ElementChange[]): ChangedSolids {
  const ids = new Set(elements.map(({ id }) => id))
  const [was, is] = [before, after].map((records) => solidsOf(buildingOf(records)).filter(({ id }) => ids.has(id)))
  const origin = originOf([...was!, ...is!])
  const corners = (solids: readonly Solid[]) => meshOf(solids, origin).positions
  return { origin, gone: corners(was!), fresh: corners(is!) }
}

/** Near to what is shown: single precision holds no coordinates of a site. */
function originOf(solids: readonly Solid[]): Point {
  const { minX, minY }: Extent = extentOf(solids)
  return Number.isFinite(minX) ? { x: Math.floor(minX), y: Math.floor(minY) } : { x: 0, y: 0 }
}
