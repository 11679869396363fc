import type { Shape3D } from 'replicad'
import type { Vector3 } from '../../../geometry/space'
import { dot3 } from '../../../geometry/space'
import type { PartStep } from '../../../model/part/steps'
import type { ProjectRecord } from '../../../model/registry'

/** A step that can't be done; the message is a sentence. */
export class StepError extends Error {}

/** Solids that a step adds to what is there, and such that it takes away from it. */
export interface Bodies {
  readonly added: readonly Shape3D[]
  readonly cut: readonly Shape3D[]
}

/** Steps that come before one, in order. */
export type Earlier = readonly PartStep[]

/** What a step may look at. */
export interface StepContext {
  readonly records: ReadonlyMap<string, ProjectRecord>
  readonly earlier: Earlier
  /** The bodies of an earlier step, as they would be of the solid that is there now. @throws StepError */
  bodiesOf(step: PartStep): Bodies
}

/** How one kind of step changes the solid: it says what is added and taken away, or makes another one of it. */
export type StepKind<S extends PartStep> = {
  /** Ids of records whose change changes what it does. */
  needs(step: S): readonly string[]
  /** Ids of earlier steps that it does again. */
  uses?(step: S): readonly string[]
} & (
  | {
      /**
       * Whether it only takes away: several of such can be done in one go.
       * @param others whether an earlier step only takes away
       */
      onlyCuts(step: S, earlier: Earlier, others: (step: PartStep) => boolean): boolean
      /**
       * What it adds and takes away; it depends on the solid only by how far that reaches.
       * @param solid what was there before; null at first
       * @throws StepError, ProfileError or whatever the kernel throws
       */
      bodies(step: S, solid: Shape3D | null, context: StepContext): Bodies
    }
  | {
      /** @throws StepError, or whatever the kernel throws */
      reshape(step: S, solid: Shape3D): Shape3D
    }
)

/** What a step takes away. */
export const cutting = (cut: readonly Shape3D[]): Bodies => ({ added: [], cut })
/** What a step adds. */
export const adding = (added: readonly Shape3D[]): Bodies => ({ added, cut: [] })

/** The solid that something is cut from. @throws StepError */
export function whole(solid: Shape3D | null): Shape3D {
  if (!solid) throw new StepError('There is nothing yet that it could be cut from.')
  return solid
}

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
