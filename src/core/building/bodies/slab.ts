import { anticlockwise } from '../../geometry/polygon'
import type { Slab } from '../../model/slab/schema'
import { type BodyKind, type Prism, type Storey, volumeOfPrisms } from './body'

const slabPrisms = ({ id, ring, holes, topMm, thicknessMm }: Slab, { elevationMm }: Storey): Prism[] => [
  {
    id,
    kind: 'slab',
    ring: anticlockwise(ring),
    ...(holes && { holes: holes.map((hole) => [...anticlockwise(hole)].reverse()) }),
    footMm: elevationMm + topMm - thicknessMm,
    heightMm: thicknessMm,
  },
]

export const slabBody: BodyKind<Slab> = {
  word: () => 'Slab',
  prisms: slabPrisms,
  sizes: ({ thicknessMm }, prisms) => {
    const volumeMm3 = volumeOfPrisms(prisms)
    return { thicknessMm, areaMm2: volumeMm3 / thicknessMm, volumeMm3 }
  },
}
