import { area } from '../../../geometry/polygon'
import type { Slab } from '../../../model/slab/schema'
import { Typed, Word } from '../../step/part21'
import { M2, M3, tidy } from '../writer'
import type { BodyWriter } from './body-writer'

export const writeSlab: BodyWriter<Slab> = (file, { body, prisms }, storey, zeroMm) => {
  const { footMm } = prisms[0]!
  const stand = file.stand(storey, body.ring[0]!, { x: 1, y: 0 }, footMm - zeroMm)
  const shape = file.shape([file.extrusion(file.ring(body.ring, stand), body.thicknessMm)], 'Slab')
  const name = `Slab ${tidy(body.thicknessMm)}`
  const ref = file.thing('IFCSLAB', file.guid(body.id), name, stand.ref, shape, undefined, new Word('FLOOR'))
  file.quantities(ref, body.id, 'Qto_SlabBaseQuantities', [
    ['IFCQUANTITYLENGTH', 'Depth', body.thicknessMm],
    ['IFCQUANTITYAREA', 'NetArea', area(body.ring) / M2],
    ['IFCQUANTITYVOLUME', 'NetVolume', (area(body.ring) * body.thicknessMm) / M3],
  ])
  file.properties(ref, body.id, 'Pset_SlabCommon', [['Reference', new Typed('IFCIDENTIFIER', name)]])
  return ref
}
