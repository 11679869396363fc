import { chainOf, ringChain } from '../../draft/chain'
import { apply } from '../../geometry/affine'
import { segment } from '../../geometry/piece/piece'
import { add, leftOf, middle, type Point, scale } from '../../geometry/vector'
import type { ElementKind } from '../shape'
import { slopeOf } from './plane'
import { type Roof, roofSchema } from './schema'

/** Length of the arrow that points down the slope, from the eaves. */
const ARROW_MM = 900

function arrow(roof: Roof): Point[] {
  const { uphill } = slopeOf(roof)
  const [a, b] = roof.ring as [Point, Point]
  const foot = add(middle(a, b), scale(uphill, ARROW_MM / 3))
  const barb = (side: number) =>
    add(foot, add(scale(uphill, ARROW_MM / 5), scale(leftOf(uphill), (side * ARROW_MM) / 8)))
  return [add(foot, scale(uphill, ARROW_MM)), foot, barb(1), barb(-1)]
}

export const roofShape: ElementKind<Roof> = {
  dxfLayer: () => 'A-ROOF',
  printGroup: 'Roofs',
  schema: roofSchema,
  word: 'roof',
  pen: { color: '#7a4a1e', line: 'chain', weightMm: 0.35 },
  caught: true,
  line: false,
  chains: (roof) => {
    const [tail, foot, left, right] = arrow(roof) as [Point, Point, Point, Point]
    const pitch =
      roof.pitchRad > 0
        ? ([
            [tail, foot],
            [left, foot],
            [right, foot],
          ] as const)
        : []
    return [ringChain(roof.ring), ...pitch.map(([from, to]) => chainOf([segment(from, to)]))]
  },
  grips: ({ ring }) => ring,
  withGrip: (roof, index, to) => ({ ...roof, ring: roof.ring.map((p, i) => (i === index ? to : p)) }),
  byGrips: true,
  mapped: (roof, map) => ({ ...roof, ring: roof.ring.map((p) => apply(map, p)) }),
}
