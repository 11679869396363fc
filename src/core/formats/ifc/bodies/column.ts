import { area } from '../../../geometry/polygon'
import type { Column } from '../../../model/column/schema'
import { Word } from '../step'
import { M2, M3 } from '../writer'
import type { BodyWriter } from './body-writer'

export const writeColumn: BodyWriter<Column> = (file, { body, prisms }, storey, zeroMm) => {
  const { ring, footMm, heightMm } = prisms[0]!
  const stand = file.stand(storey, body.at, { x: 1, y: 0 }, footMm - zeroMm)
  const shape = file.shape([file.extrusion(file.ring(ring, stand), heightMm)])
  const name = file.named('Column', body.widthMm, body.depthMm)
  const ref = file.thing('IFCCOLUMN', file.guid(body.id), name, stand.ref, shape, undefined, new Word('COLUMN'))
  file.quantities(ref, body.id, 'Qto_ColumnBaseQuantities', [
    ['IFCQUANTITYLENGTH', 'Length', heightMm],
    ['IFCQUANTITYAREA', 'CrossSectionArea', area(ring) / M2],
    ['IFCQUANTITYVOLUME', 'NetVolume', (area(ring) * heightMm) / M3],
  ])
  return ref
}
