import { area } from '../../../geometry/polygon'
import type { Slab } from '../../../model/slab/schema'
import { Typed, Word } from '../../step/part21'
import { M2, M3, tidy } from '../writer'
import type { BodyWriter } from './body-writer'

export const writeSlab: BodyWriter<Slab> = (file, { body, prisms, sizes }, storey, zeroMm) => {
  const { footMm, ring, holes = [] } = prisms[0]!
  const stand = file.stand(storey, body.ring[0]!, { x: 1, y: 0 }, footMm - zeroMm)
  const shape = file.shape([file.extrusion(file.rings(ring, holes, stand), body.thicknessMm)], 'Slab')
  const name = `Slab ${tidy(body.thicknessMm)}`
  const ref = file.thing('IFCSLAB', file.guid(body.id), name, stand.ref, shape, undefined, new Word('FLOOR'))
  file.quantities(ref, body.id, 'Qto_SlabBaseQuantities', [
    ['IFCQUANTITYLENGTH', 'Depth', body.thicknessMm],
    ['IFCQUANTITYAREA', 'GrossArea', area(ring) / M2],
    ['IFCQUANTITYAREA', 'NetArea', (sizes.areaMm2 ?? 0) / M2],
    ['IFCQUANTITYVOLUME', 'NetVolume', sizes.volumeMm3 / M3],
  ])
  file.properties(ref, body.id, 'Pset_SlabCommon', [['Reference', new Typed('IFCIDENTIFIER', name)]])
  return ref
}
