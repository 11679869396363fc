import { anticlockwise } from '../../geometry/polygon'
import type { Slab } from '../../model/slab/schema'
import type { Prism, Storey } from './body'

export const slabPrisms = ({ id, ring, holes, topMm, thicknessMm }: Slab, { elevationMm }: Storey): Prism[] => [
  {
    id,
    kind: 'slab',
    ring: anticlockwise(ring),
    ...(holes && { holes: holes.map((hole) => [...anticlockwise(hole)].reverse()) }),
    footMm: elevationMm + topMm - thicknessMm,
    heightMm: thicknessMm,
  },
]
