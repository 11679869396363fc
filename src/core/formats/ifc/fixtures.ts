import type { BuiltFixture } from '../../building/fixtures'
import type { Vector3 } from '../../geometry/space'
import { type Ref, Whole, Word } from '../step/part21'
import type { IfcWriter } from './writer'

/** A placed part on its storey, as the triangles of its surface (IfcTriangulatedFaceSet). */
export function writeFixture(
  file: IfcWriter,
  { insert, symbol, hull }: BuiltFixture,
  storey: Ref,
  zeroMm: number,
): Ref {
  const { data } = file
  const { x, y } = insert.at
  const near = file.near(insert.at)
  const place = data.add('IFCLOCALPLACEMENT', storey, file.place3(near.x, near.y, (insert.upMm ?? 0) - zeroMm))
  const points: number[][] = []
  const known = new Map<string, number>()
  /** The number of a corner, each written once, to a millionth of a millimetre. */
  const numberOf = (corner: Vector3): Whole => {
    const at = [corner.x - x, corner.y - y, corner.z - (insert.upMm ?? 0)].map((mm) => Math.round(mm * 1e6) / 1e6)
    const key = at.join(' ')
    const number = known.get(key) ?? points.push(at)
    known.set(key, number)
    return new Whole(number)
  }
  const faces = hull.faces.map((face) => face.map(numberOf))
  const list = data.add('IFCCARTESIANPOINTLIST3D', points, ...file.tags)
  const closed = new Word('T')
  const surface = file.is4x3
    ? data.add('IFCTRIANGULATEDFACESET', list, closed, undefined, faces, undefined)
    : data.add('IFCTRIANGULATEDFACESET', list, undefined, closed, faces, undefined)
  const shape = file.shape([surface], 'Object', undefined, 'Tessellation')
  const guid = file.guid(insert.id)
  const thing = file.thing('IFCBUILDINGELEMENTPROXY', guid, symbol.name, place, shape, undefined, undefined)
  if (symbol.material) {
    const stuff = file.material(symbol.material)
    file.relation('IFCRELASSOCIATESMATERIAL', file.guid(insert.id, 'material'), [thing], stuff)
  }
  return thing
}
