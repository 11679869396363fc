import type { BuiltBolts } from '../../building/bolts'
import { add3, cross3, dot3, scale3, squareTo, subtract3, type Vector3 } from '../../geometry/space'
import { type Ref, Word } from '../step/part21'
import type { IfcWriter } from './writer'

/** A group of bolts as one fastener: head, shank and nut of each, along their common direction. */
export function writeBolts(
  file: IfcWriter,
  { bolts, size, each, lengthMm }: BuiltBolts,
  storey: Ref,
  zeroMm: number,
): Ref {
  const { data } = file
  const [first] = each
  const { out, middle: at } = first!
  const right = squareTo(out)
  const up = cross3(out, right)
  const place = data.add('IFCLOCALPLACEMENT', storey, file.turned(file.near({ ...at, z: at.z - zeroMm }), out, right))
  const local = (p: Vector3): Vector3 => {
    const from = subtract3(p, at)
    return { x: dot3(from, right), y: dot3(from, up), z: dot3(from, out) }
  }
  const UP = data.share('IFCDIRECTION', [0, 0, 1])
  const swept = (profile: Ref, foot: Vector3, heightMm: number): Ref => {
    const { x, y, z } = local(foot)
    return data.add('IFCEXTRUDEDAREASOLID', profile, file.place3(x, y, z), UP, heightMm)
  }
  const corner = size.flatsMm / Math.sqrt(3)
  const points = Array.from({ length: 6 }, (_, i) =>
    file.point2(corner * Math.cos((i * Math.PI) / 3), corner * Math.sin((i * Math.PI) / 3)),
  )
  const hexagon = data.add(
    'IFCARBITRARYCLOSEDPROFILEDEF',
    new Word('AREA'),
    undefined,
    data.add('IFCPOLYLINE', [...points, points[0]!]),
  )
  const round = data.add('IFCCIRCLEPROFILEDEF', new Word('AREA'), undefined, file.place2(0, 0), size.diameterMm / 2)
  const solids = each.flatMap(({ from, to }) => [
    swept(hexagon, to, size.headMm),
    swept(round, add3(to, scale3(out, -lengthMm)), lengthMm),
    swept(hexagon, add3(from, scale3(out, -size.nutMm)), size.nutMm),
  ])
  const name = `${each.length} x ${bolts.size} x ${Math.round(lengthMm * 10) / 10}, ${bolts.grade}`
  return file.thing(
    'IFCMECHANICALFASTENER',
    file.guid(bolts.id),
    name,
    place,
    file.shape(solids, 'Steel'),
    undefined,
    size.diameterMm,
    lengthMm,
    new Word('BOLT'),
  )
}
