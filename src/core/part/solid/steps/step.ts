import type { Shape3D } from 'replicad'
import type { Vector3 } from '../../../geometry/space'
import { dot3 } from '../../../geometry/space'
import type { PartStep } from '../../../model/part/steps'
import type { ProjectRecord } from '../../../model/registry'

/** A step that can't be done; the message is a sentence. */
export class StepError extends Error {}

/** How one kind of step changes the solid: it makes another one of it, or says what is cut away. */
export type StepKind<S extends PartStep> = {
  /** Ids of records whose change changes what it does. */
  needs(step: S): readonly string[]
} & (
  | {
      /**
       * @param solid what was there before; null at first
       * @throws StepError, or whatever the kernel throws
       */
      build(step: S, solid: Shape3D | null, records: ReadonlyMap<string, ProjectRecord>): Shape3D
    }
  | {
      /**
       * What is cut away; it depends on the solid only by how far that reaches.
       * @throws StepError, or whatever the kernel throws
       */
      tools(step: S, solid: Shape3D, records: ReadonlyMap<string, ProjectRecord>): readonly Shape3D[]
    }
)

/** How far a solid reaches along a direction of length one along an axis, from where to where. */
export function reachAlong(solid: Shape3D, direction: Vector3): { readonly fromMm: number; readonly toMm: number } {
  const [[x1, y1, z1], [x2, y2, z2]] = solid.boundingBox.bounds
  const ends = [
    { x: x1, y: y1, z: z1 },
    { x: x2, y: y2, z: z2 },
  ].map((each) => dot3(each, direction))
  return { fromMm: Math.min(...ends), toMm: Math.max(...ends) }
}

/** What is cut away begins and ends this far outside: faces that only touch are cut unreliably. */
export const BEYOND_MM = 1
