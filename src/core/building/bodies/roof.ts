import { anticlockwise } from '../../geometry/polygon'
import { roofSizes, slopeOf } from '../../model/roof/plane'
import type { Roof } from '../../model/roof/schema'
import type { Prism, Storey } from './body'

export const roofPrisms = (roof: Roof, { elevationMm }: Storey): Prism[] => [
  {
    id: roof.id,
    kind: 'roof',
    ring: anticlockwise(roof.ring),
    footMm: elevationMm + roof.eavesMm,
    heightMm: roofSizes(roof).uprightMm,
    slope: slopeOf(roof),
  },
]
