import { area } from '../../../geometry/polygon'
import type { Slab } from '../../../model/slab/schema'
import { Typed, Word } from '../../step/part21'
import { M2, M3, tidy } from '../writer'
import type { BodyWriter } from './body-writer'

export const writeSlab: BodyWriter<Slab> = (file, { body, prisms }, storey, zeroMm) => {
  const { footMm, ring, holes = [] } = prisms[0]!
  const stand = file.stand(storey, body.ring[0]!, { x: 1, y: 0 }, footMm - zeroMm)
  const shape = file.shape([file.extrusion(file.rings(ring, holes, stand), body.thicknessMm)], 'Slab')
  const grossMm2 = area(body.ring)
  const netMm2 = holes.reduce((rest, hole) => rest - area(hole), grossMm2)
  const name = `Slab ${tidy(body.thicknessMm)}`
  const ref = file.thing('IFCSLAB', file.guid(body.id), name, stand.ref, shape, undefined, new Word('FLOOR'))
  file.quantities(ref, body.id, 'Qto_SlabBaseQuantities', [
    ['IFCQUANTITYLENGTH', 'Depth', body.thicknessMm],
    ['IFCQUANTITYAREA', 'GrossArea', grossMm2 / M2],
    ['IFCQUANTITYAREA', 'NetArea', netMm2 / M2],
    ['IFCQUANTITYVOLUME', 'NetVolume', (netMm2 * body.thicknessMm) / M3],
  ])
  file.properties(ref, body.id, 'Pset_SlabCommon', [['Reference', new Typed('IFCIDENTIFIER', name)]])
  return ref
}
