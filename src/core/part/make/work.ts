import type { Chain } from '../../draft/chain'
import type { Point } from '../../geometry/vector'
import type { Part } from '../../model/part/schema'
import type { Hole } from '../../model/part/steps'
import { priceBookOf } from '../../model/price-book/schema'
import type { ProjectRecord } from '../../model/registry'
import { workPlaneOf } from '../../model/work-plane/schema'
import { ProfileError } from '../profile'
import { tracesOf } from '../traces'

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
  /** Thicknesses in which plates are bought. */
  readonly platesMm: readonly number[]
  /** The step that gives the part its thickness; null where none does. */
  readonly thickStepId: string | null
  /** Steps that are made from the front or the side: each way round is a set-up of its own. */
  readonly otherSides: readonly string[]
}

/** Gathers what there is to make; steps that are switched off or broken are passed over. */
export function workOf(part: Part, records: ReadonlyMap<string, ProjectRecord>): Work {
  const { steps } = part
  const contours: Contour[] = []
  const holes: DrilledHole[] = []
  const otherSides: string[] = []
  let thickMm = 0
  for (const step of steps) {
    if (step.off) continue
    try {
      const traces = tracesOf(step, part, records)
      const viewId = step.kind === 'revolve' ? viewOf(step.axis, records) : traces[0]?.viewId
      if (viewId !== undefined && workPlaneOf(viewId, records)?.side !== 'top') {
        otherSides.push(step.id)
        continue
      }
      if (step.kind === 'raise') thickMm += step.heightMm
      for (const trace of traces) {
        if (trace.kind === 'hole') {
          holes.push({ step: trace.step, at: trace.at, deepMm: trace.step.depthMm ?? thickMm })
          continue
        }
        const { step: made, area } = trace
        const inside = made.kind !== 'raise'
        const deepMm = made.kind === 'raise' ? made.heightMm : (made.depthMm ?? thickMm)
        contours.push({ stepId: step.id, chain: area.outline, inside, deepMm })
        contours.push(...area.holes.map((chain) => ({ stepId: step.id, chain, inside: !inside, deepMm })))
      }
    } catch (error) {
      // The list of steps says what is broken.
      if (!(error instanceof ProfileError)) throw error
    }
  }
  const thick = steps.find((step) => step.kind === 'raise' && step.fromMm === 0 && !step.off)
  const { platesMm } = priceBookOf(records)
  return { thickMm, contours, holes, platesMm, thickStepId: thick?.id ?? null, otherSides }
}

/** The view on which a line is drawn. */
function viewOf(id: string, records: ReadonlyMap<string, ProjectRecord>): string | undefined {
  const record = records.get(id)
  return record && 'planeId' in record ? record.planeId : undefined
}
