import type { BuiltRoom } from '../../building/building'
import { type Ref, Typed, Word } from '../step/part21'
import { type IfcWriter, M2, M3, type Stand } from './writer'

/** A room in the file, with the space in which it is told. */
export interface WrittenSpace {
  readonly room: BuiltRoom
  readonly ref: Ref
  readonly stand: Stand
}

/** A room, where walls enclose it. */
export function writeSpace(file: IfcWriter, room: BuiltRoom, storey: Ref, zeroMm: number): WrittenSpace[] {
  const { space, footMm, heightMm, boundary, volumeMm3 } = room
  if (!boundary) return []
  const stand = file.stand(storey, space.at, { x: 1, y: 0 }, footMm - zeroMm)
  const profile = file.rings(boundary.ring, boundary.islands, stand)
  const ref = file.thing(
    'IFCSPACE',
    file.guid(space.id),
    space.number || space.name,
    stand.ref,
    file.shape([file.extrusion(profile, heightMm)], 'Space'),
    space.name,
    new Word('ELEMENT'),
    new Word('INTERNAL'),
    undefined,
  )
  file.quantities(ref, space.id, 'Qto_SpaceBaseQuantities', [
    ['IFCQUANTITYLENGTH', 'Height', heightMm],
    ['IFCQUANTITYLENGTH', 'GrossPerimeter', boundary.perimeterMm],
    ['IFCQUANTITYAREA', 'NetFloorArea', boundary.areaMm2 / M2],
    ['IFCQUANTITYVOLUME', 'NetVolume', volumeMm3 / M3],
  ])
  file.properties(ref, space.id, 'Pset_SpaceCommon', [
    ['Reference', new Typed('IFCIDENTIFIER', space.number || space.name)],
    ...(space.use ? [['Category', new Typed('IFCLABEL', space.use)] as const] : []),
  ])
  return [{ room, ref, stand }]
}
