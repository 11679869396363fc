import { add, distance, leftOf, type Point, scale, subtract, unit } from '../../geometry/vector'
import type { Stair } from './schema'

/** A usual riser: so many of them are taken where none are stated. */
const USUAL_RISER_MM = 175

export const usualRisers = (riseMm: number): number => Math.max(2, Math.round(riseMm / USUAL_RISER_MM))

/** What a flight's steps measure. The last riser ends on the upper floor: there is one tread fewer. */
export interface Steps {
  readonly riserMm: number
  readonly goingMm: number
  /** Two risers and a going (Blondel, 1675): comfortable from 600 to 660. */
  readonly paceMm: number
}

/** @param riseMm of the whole flight */
export function stepsOf({ start, end, risers }: Pick<Stair, 'start' | 'end' | 'risers'>, riseMm: number): Steps {
  const riserMm = riseMm / risers
  const goingMm = distance(start, end) / (risers - 1)
  return { riserMm, goingMm, paceMm: 2 * riserMm + goingMm }
}

/** The part of a flight from one riser to another as a ring; empty without length. Risers count from 0. */
export function treadRing({ start, end, widthMm, risers }: Stair, from: number, to: number): Point[] {
  const along = unit(subtract(end, start))
  if (!along) return []
  const aside = scale(leftOf(along), widthMm / 2)
  const at = (riser: number) => add(start, scale(subtract(end, start), riser / (risers - 1)))
  return [subtract(at(from), aside), subtract(at(to), aside), add(at(to), aside), add(at(from), aside)]
}
