import type { Hole } from '../../building/hole'
import { type BuiltPlate, holesInPlate } from '../../building/plates'
import { placeIn } from '../../geometry/space'
import { type Ref, Word } from '../step/part21'
import { type IfcWriter, M2, M3, tidy } from './writer'

/** A plate on its storey: its outline with its holes, extruded through its thickness. */
export function writePlate(
  file: IfcWriter,
  built: BuiltPlate,
  holes: readonly Hole[],
  storey: Ref,
  zeroMm: number,
  mark: string | undefined,
): Ref {
  const { data } = file
  const { plate, frame, corners, areaMm2, massKg } = built
  const foot = placeIn(frame, { x: 0, y: 0 }, -plate.thicknessMm / 2)
  const place = data.add(
    'IFCLOCALPLACEMENT',
    storey,
    file.turned(file.near({ ...foot, z: foot.z - zeroMm }), frame.out, frame.right),
  )
  const points = corners.map(({ x, y }) => file.point2(x, y))
  const outer = data.add('IFCPOLYLINE', [...points, points[0]!])
  const drilled = holesInPlate(built, holes).map(({ x, y, diameterMm }) => file.circle(x, y, diameterMm / 2))
  const profile =
    drilled.length > 0
      ? data.add('IFCARBITRARYPROFILEDEFWITHVOIDS', new Word('AREA'), undefined, outer, drilled)
      : data.add('IFCARBITRARYCLOSEDPROFILEDEF', new Word('AREA'), undefined, outer)
  const shape = file.shape([file.extrusion(profile, plate.thicknessMm)], 'Steel')
  const name = `Plate ${tidy(plate.thicknessMm)}`
  const ref = file.thing(
    'IFCPLATE',
    file.guid(plate.id),
    { name: mark ?? name, kind: name },
    place,
    shape,
    mark,
    new Word('SHEET'),
  )
  file.relation('IFCRELASSOCIATESMATERIAL', file.guid(plate.id, 'material'), [ref], file.material('Steel'))
  const drilledMm2 = holes.reduce((sum, { diameterMm }) => sum + (Math.PI * diameterMm ** 2) / 4, 0)
  file.quantities(ref, plate.id, 'Qto_PlateBaseQuantities', [
    ['IFCQUANTITYLENGTH', 'Width', plate.thicknessMm],
    ['IFCQUANTITYAREA', 'NetArea', (areaMm2 - drilledMm2) / M2],
    ['IFCQUANTITYVOLUME', 'NetVolume', ((areaMm2 - drilledMm2) * plate.thicknessMm) / M3],
    ['IFCQUANTITYWEIGHT', 'GrossWeight', massKg],
  ])
  return ref
}
