import type { Chain } from '../../draft/chain'
import type { Point } from '../../geometry/vector'
import type { Part } from '../../model/part/schema'
import type { Hole } from '../../model/part/steps'
import type { ProjectRecord } from '../../model/registry'
import { workPlaneOf } from '../../model/work-plane/schema'
import { areasOf, ProfileError } from '../profile'

/** A closed line along which a tool goes. Millimetres, on its view. */
export interface Contour {
  readonly stepId: string
  readonly chain: Chain
  /** Whether the tool moves inside of it. */
  readonly inside: boolean
  /** How deep the tool goes. */
  readonly deepMm: number
}

export interface DrilledHole {
  readonly step: Hole
  readonly at: Point
  readonly deepMm: number
}

/** What is to be made of a part from above. */
export interface Work {
  readonly thickMm: number
  readonly contours: readonly Contour[]
  readonly holes: readonly DrilledHole[]
  /** Steps that are made from the front or the side: each way round is a set-up of its own. */
  readonly otherSides: readonly string[]
}

/** Gathers what there is to make; steps that are switched off or broken are passed over. */
export function workOf({ steps }: Part, records: ReadonlyMap<string, ProjectRecord>): Work {
  const contours: Contour[] = []
  const holes: DrilledHole[] = []
  const otherSides: string[] = []
  let thickMm = 0
  for (const step of steps) {
    if (step.off || step.kind === 'edges') continue
    if (step.kind === 'hole') {
      if (workPlaneOf(step.viewId, records)?.side !== 'top') otherSides.push(step.id)
      else holes.push(...step.places.map((at) => ({ step, at, deepMm: step.depthMm ?? thickMm })))
      continue
    }
    try {
      const { areas, viewId } = areasOf(step.profile, records)
      if (workPlaneOf(viewId, records)?.side !== 'top') {
        otherSides.push(step.id)
        continue
      }
      if (step.kind === 'raise') thickMm += step.heightMm
      const deepMm = step.kind === 'raise' ? step.heightMm : (step.depthMm ?? thickMm)
      for (const { outline, holes: within } of areas) {
        const around = step.kind === 'sink'
        contours.push({ stepId: step.id, chain: outline, inside: around, deepMm })
        contours.push(...within.map((chain) => ({ stepId: step.id, chain, inside: !around, deepMm })))
      }
    } catch (error) {
      // The list of steps says what is broken.
      if (!(error instanceof ProfileError)) throw error
    }
  }
  return { thickMm, contours, holes, otherSides }
}
