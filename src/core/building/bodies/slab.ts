import { anticlockwise } from '../../geometry/polygon'
import type { Slab } from '../../model/slab/schema'
import type { Prism, Storey } from './body'

export const slabPrisms = ({ id, ring, topMm, thicknessMm }: Slab, { elevationMm }: Storey): Prism[] => [
  {
    id,
    kind: 'slab',
    ring: anticlockwise(ring),
    footMm: elevationMm + topMm - thicknessMm,
    heightMm: thicknessMm,
  },
]
