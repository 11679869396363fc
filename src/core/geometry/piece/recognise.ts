import { type Cubic, cubicAt } from '../bezier'
import { distance } from '../vector'
import { arcThrough, circleThrough } from './feet'
import type { Arc } from './piece'

/** The usual pull of a quarter circle leaves it by 2.7 parts in 10,000 of its radius. */
export const ROUND_TO = 1e-3

/** A cubic that sweeps less than this is as good as straight for telling its radius. */
const LEAST_SWEEP_RAD = 0.05

/** The arc that a cubic stands for; null where it leaves every circle by more than a part `within` of the radius. */
export function arcOfCubic(curve: Cubic, within = ROUND_TO): Arc | null {
  const middle = cubicAt(curve, 0.5)
  const round = circleThrough(curve.start, middle, curve.end)
  if (!round) return null
  const { center, radius } = round
  for (const t of [0.2, 0.35, 0.65, 0.8])
    if (Math.abs(distance(cubicAt(curve, t), center) - radius) > within * radius) return null
  const arc = arcThrough(curve.start, middle, curve.end)
  return arc?.kind === 'arc' && Math.abs(arc.sweepRad) >= LEAST_SWEEP_RAD ? arc : null
}
