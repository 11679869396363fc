import { ringChain } from '../../draft/chain'
import { apply } from '../../geometry/affine'
import type { ElementKind } from '../shape'
import { type Slab, slabSchema } from './schema'

export const slabShape: ElementKind<Slab> = {
  dxfLayer: () => 'A-FLOR',
  printGroup: 'Slabs',
  schema: slabSchema,
  word: 'slab',
  pen: { color: '#5b6a6b', line: 'chain', weightMm: 0.25 },
  caught: true,
  line: false,
  chains: ({ ring }) => [ringChain(ring)],
  grips: ({ ring }) => ring,
  withGrip: (slab, index, to) => ({ ...slab, ring: slab.ring.map((p, i) => (i === index ? to : p)) }),
  byGrips: true,
  mapped: (slab, map) => ({ ...slab, ring: slab.ring.map((p) => apply(map, p)) }),
}
