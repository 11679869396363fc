import type { PartStep } from '../model/part/steps'

/** How deep a step goes, or how high it raises; null where it goes through. Undefined for steps without a depth. */
export function depthOf(step: PartStep): number | null | undefined {
  if (step.kind === 'raise') return step.heightMm
  return step.kind === 'sink' || step.kind === 'hole' || step.kind === 'slot' ? (step.depthMm ?? null) : undefined
}

/** A step with another depth, more than nothing; steps without one stay. */
export function withDepth(step: PartStep, mm: number): PartStep {
  if (step.kind === 'raise') return { ...step, heightMm: mm }
  return depthOf(step) === undefined ? step : ({ ...step, depthMm: mm } as PartStep)
}
