import { ringChain } from '../../draft/chain'
import { apply } from '../../geometry/affine'
import type { ElementKind } from '../shape'
import { type Slab, slabRings, slabSchema, withRings } from './schema'

export const slabShape: ElementKind<Slab> = {
  dxfLayer: () => 'A-FLOR',
  printGroup: 'Slabs',
  schema: slabSchema,
  word: 'slab',
  pen: { color: '#5b6a6b', line: 'chain', weightMm: 0.25 },
  caught: true,
  line: false,
  chains: (slab) => slabRings(slab).map(ringChain),
  grips: (slab) => slabRings(slab).flat(),
  withGrip: (slab, index, to) => {
    let first = 0
    return withRings(
      slab,
      slabRings(slab).map((ring) => {
        const at = index - first
        first += ring.length
        return ring.map((p, i) => (i === at ? to : p))
      }),
    )
  },
  byGrips: true,
  mapped: (slab, map) =>
    withRings(
      slab,
      slabRings(slab).map((ring) => ring.map((p) => apply(map, p))),
    ),
}
