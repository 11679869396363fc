import type { Stair } from '../../model/stair/schema'
import { stepsOf, treadRing } from '../../model/stair/steps'
import { type BodyKind, type Prism, type Storey, volumeOfPrisms } from './body'

/** Beneath a tread there is so much of the flight. */
const WAIST_MM = 150

/** A flight as one upright block for each tread. */
function stairPrisms(stair: Stair, { elevationMm, heightMm }: Storey): Prism[] {
  const { riserMm } = stepsOf(stair, stair.riseMm ?? heightMm)
  return Array.from({ length: stair.risers - 1 }, (_, i) => {
    const topMm = (i + 1) * riserMm
    const footMm = Math.max(0, topMm - riserMm - WAIST_MM)
    return {
      id: stair.id,
      kind: 'stair' as const,
      ring: treadRing(stair, i, i + 1),
      footMm: elevationMm + footMm,
      heightMm: topMm - footMm,
    }
  }).filter(({ ring }) => ring.length > 0)
}

export const stairBody: BodyKind<Stair> = {
  word: () => 'Stair',
  prisms: stairPrisms,
  sizes: ({ widthMm }, prisms) => ({ widthMm, volumeMm3: volumeOfPrisms(prisms) }),
}
