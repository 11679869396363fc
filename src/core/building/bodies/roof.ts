import { anticlockwise } from '../../geometry/polygon'
import { roofSizes, slopeOf } from '../../model/roof/plane'
import type { Roof } from '../../model/roof/schema'
import { type BodyKind, type Prism, type Storey, volumeOfPrisms } from './body'

const roofPrisms = (roof: Roof, { elevationMm }: Storey): Prism[] => [
  {
    id: roof.id,
    kind: 'roof',
    ring: anticlockwise(roof.ring),
    footMm: elevationMm + roof.eavesMm,
    heightMm: roofSizes(roof).uprightMm,
    slope: slopeOf(roof),
  },
]

export const roofBody: BodyKind<Roof> = {
  word: () => 'Roof',
  prisms: roofPrisms,
  sizes: (roof, prisms) => ({
    thicknessMm: roof.thicknessMm,
    areaMm2: roofSizes(roof).areaMm2,
    volumeMm3: volumeOfPrisms(prisms),
  }),
}
