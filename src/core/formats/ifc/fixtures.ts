import type { BuiltFixture } from '../../building/fixtures'
import { type Ref, Word } from './step'
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
  const place = data.add('IFCLOCALPLACEMENT', storey, file.place3(x, y, (insert.upMm ?? 0) - zeroMm))
  const corners = hull.faces.flat()
  const points = data.add(
    'IFCCARTESIANPOINTLIST3D',
    corners.map((corner) => [corner.x - x, corner.y - y, corner.z - (insert.upMm ?? 0)]),
  )
  const faces = hull.faces.map((_, i) => [3 * i + 1, 3 * i + 2, 3 * i + 3])
  const surface = data.add('IFCTRIANGULATEDFACESET', points, undefined, new Word('T'), faces, undefined)
  const shape = file.shape([surface], undefined, 'Tessellation')
  return file.thing('IFCBUILDINGELEMENTPROXY', file.guid(insert.id), symbol.name, place, shape, undefined, undefined)
}
