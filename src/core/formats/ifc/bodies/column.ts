import { area } from '../../../geometry/polygon'
import type { Column } from '../../../model/column/schema'
import { Typed, Word } from '../../step/part21'
import { M2, M3, tidy } from '../writer'
import type { BodyWriter } from './body-writer'

export const writeColumn: BodyWriter<Column> = (file, { body, prisms, sizes }, storey, zeroMm) => {
  const { ring, footMm, heightMm } = prisms[0]!
  const { at, section, widthMm, depthMm, turnRad } = body
  const stand = file.stand(storey, at, { x: Math.cos(turnRad), y: Math.sin(turnRad) }, footMm - zeroMm)
  const name = section === 'round' ? `Column ${tidy(widthMm)}` : file.named('Column', widthMm, depthMm)
  const head = [new Word('AREA'), name, file.place2(0, 0)] as const
  const profile =
    section === 'round'
      ? file.data.add('IFCCIRCLEPROFILEDEF', ...head, widthMm / 2)
      : file.data.add('IFCRECTANGLEPROFILEDEF', ...head, widthMm, depthMm)
  const shape = file.shape([file.extrusion(profile, heightMm)], 'Column')
  const ref = file.thing('IFCCOLUMN', file.guid(body.id), name, stand.ref, shape, undefined, new Word('COLUMN'))
  file.quantities(ref, body.id, 'Qto_ColumnBaseQuantities', [
    ['IFCQUANTITYLENGTH', 'Length', heightMm],
    ['IFCQUANTITYAREA', 'CrossSectionArea', area(ring) / M2],
    ['IFCQUANTITYVOLUME', 'NetVolume', sizes.volumeMm3 / M3],
  ])
  file.properties(ref, body.id, 'Pset_ColumnCommon', [['Reference', new Typed('IFCIDENTIFIER', name)]])
  return ref
}
