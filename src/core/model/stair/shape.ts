import { chainOf, ringChain } from '../../draft/chain'
import { apply, lengthFactor } from '../../geometry/affine'
import { segment } from '../../geometry/piece/piece'
import { add, leftOf, type Point, scale, subtract, unit } from '../../geometry/vector'
import type { ElementKind } from '../shape'
import { type Stair, stairSchema } from './schema'
import { treadRing } from './steps'

/** The walking line with its arrow, which points up as plans have it. */
function arrow({ start, end, widthMm }: Stair): (readonly [Point, Point])[] {
  const along = unit(subtract(end, start))
  if (!along) return []
  const size = Math.min(widthMm / 4, 250)
  const barb = (side: number) => add(end, add(scale(along, -size), scale(leftOf(along), (side * size) / 2)))
  return [
    [start, end],
    [barb(1), end],
    [barb(-1), end],
  ]
}

export const stairShape: ElementKind<Stair> = {
  dxfLayer: () => 'A-FLOR-STRS',
  printGroup: 'Stairs',
  schema: stairSchema,
  word: 'stair',
  pen: { color: '#3d4f50', line: 'full', weightMm: 0.25 },
  caught: true,
  line: false,
  chains: (stair) => {
    const whole = treadRing(stair, 0, stair.risers - 1)
    if (whole.length === 0) return []
    const edges = Array.from({ length: stair.risers - 2 }, (_, i): readonly [Point, Point] => {
      const [right, , , left] = treadRing(stair, i + 1, i + 2) as [Point, Point, Point, Point]
      return [right, left]
    })
    return [ringChain(whole), ...[...edges, ...arrow(stair)].map(([a, b]) => chainOf([segment(a, b)]))]
  },
  grips: ({ start, end }) => [start, end],
  withGrip: (stair, index, to) => (index === 0 ? { ...stair, start: to } : { ...stair, end: to }),
  byGrips: true,
  stated: ({ widthMm }) => ({ widthMm }),
  mapped: (stair, map) => ({
    ...stair,
    start: apply(map, stair.start),
    end: apply(map, stair.end),
    widthMm: stair.widthMm * lengthFactor(map),
  }),
}
