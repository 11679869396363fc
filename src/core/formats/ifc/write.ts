import type { Building, BuiltLevel } from '../../building/building'
import { pieceMarks } from '../../building/marks'
import { DERIVED, quoted, type Ref, Word } from '../step/part21'
import { writeBody } from './bodies/registry'
import { writeConnections } from './connections'
import { writeBolts } from './fasteners'
import { writeFixture } from './fixtures'
import { writeGrid } from './grid'
import { writeMember } from './members'
import { writePlate } from './plates'
import { compoundAngle, writeMapConversion, writeOwner } from './site'
import { writeSpaceBoundaries } from './space-boundaries'
import { writeSpace } from './spaces'
import { writeWall } from './walls'
import { type IfcHead, IfcWriter } from './writer'

export type { IfcHead }

/**
 * A building as IFC 4 (ISO 16739-1:2018, reference view geometry): lengths in millimetres, areas and volumes in metres.
 * Every element stands in a place of its own, walls along their traced line, as extrusions that others can edit.
 */
export function writeIfc(building: Building, head: IfcHead): string {
  const file = new IfcWriter(head)
  writeBuilding(file, building)
  return [
    'ISO-10303-21;',
    'HEADER;',
    // Clipped ends are more than the reference view allows.
    `FILE_DESCRIPTION(('ViewDefinition [${building.members.length > 0 ? 'DesignTransferView_V1.1' : 'ReferenceView_V1.2'}]'),'2;1');`,
    `FILE_NAME(${quoted(`${head.name}.ifc`)},${quoted(head.madeAt)},(${quoted(head.author ?? '')}),(${quoted(head.organisation ?? '')}),'Calque','Calque','');`,
    `FILE_SCHEMA(('${head.release === 'IFC4X3' ? 'IFC4X3_ADD2' : 'IFC4'}'));`,
    'ENDSEC;',
    'DATA;',
    file.data.text(),
    'ENDSEC;',
    'END-ISO-10303-21;',
    '',
  ].join('\n')
}

function writeBuilding(file: IfcWriter, all: Building): void {
  const { levels } = all
  const { data, head } = file
  const si = (kind: string, prefix: string | undefined, name: string) =>
    data.add('IFCSIUNIT', DERIVED, new Word(kind), prefix === undefined ? undefined : new Word(prefix), new Word(name))
  const units = data.add('IFCUNITASSIGNMENT', [
    si('LENGTHUNIT', 'MILLI', 'METRE'),
    si('AREAUNIT', undefined, 'SQUARE_METRE'),
    si('VOLUMEUNIT', undefined, 'CUBIC_METRE'),
    si('PLANEANGLEUNIT', undefined, 'RADIAN'),
    si('MASSUNIT', 'KILO', 'GRAM'),
  ])
  const project = data.add(
    'IFCPROJECT',
    file.guid('project'),
    writeOwner(file, head.author, head.organisation, head.madeAt),
    head.name,
    undefined,
    undefined,
    undefined,
    undefined,
    [file.context],
    units,
  )
  const sitePlace = data.add('IFCLOCALPLACEMENT', undefined, file.place3(0, 0, 0))
  const site = file.thing(
    'IFCSITE',
    file.guid('site'),
    'Site',
    sitePlace,
    undefined,
    undefined,
    new Word('ELEMENT'),
    compoundAngle(head.site?.latitudeDeg),
    compoundAngle(head.site?.longitudeDeg),
    head.site?.upMm,
    undefined,
    undefined,
  )
  const place = data.add('IFCLOCALPLACEMENT', sitePlace, file.place3(0, 0, 0))
  const building = file.thing(
    'IFCBUILDING',
    file.guid('building'),
    head.name,
    place,
    undefined,
    undefined,
    new Word('ELEMENT'),
    undefined,
    undefined,
    undefined,
  )
  writeMapConversion(file, head.site ?? {}, head.zero ?? { x: 0, y: 0 })
  const marks = pieceMarks(all)
  file.aggregate(project, [site], 'site of project')
  file.aggregate(site, [building], 'building of site')
  file.aggregate(
    building,
    levels.map((level, i) => writeStorey(file, level, all, i === 0, place, marks)),
    'storeys of building',
  )
  file.tellTypes()
  file.tellZones()
}

/** The sheets from which a storey was traced, as documents that it refers to. */
function writeDocuments(file: IfcWriter, levelId: string, storey: Ref): void {
  for (const { id, name } of (file.head.documents ?? []).filter((each) => each.levelId === levelId)) {
    const rest = Array.from({ length: 15 }, () => undefined)
    const document = file.data.add('IFCDOCUMENTINFORMATION', id, name, ...rest)
    file.relation('IFCRELASSOCIATESDOCUMENT', file.guid('traced from', id), [storey], document)
  }
}

/** The storey on which something at a height stands: the highest that is not above it, else the lowest. */
const storeyUnder = (upMm: number, levels: readonly BuiltLevel[]) =>
  (levels.filter(({ level }) => level.elevationMm <= upMm + 1).at(-1) ?? levels[0]!).level

/** A storey with all that stands on it; the grid, and what stands on upright planes, on the lowest. */
function writeStorey(
  file: IfcWriter,
  built: BuiltLevel,
  all: Building,
  lowest: boolean,
  within: Ref,
  marks: ReadonlyMap<string, string>,
): Ref {
  const { data } = file
  const { level, walls, bodies, rooms } = built
  const place = data.add('IFCLOCALPLACEMENT', within, file.place3(0, 0, level.elevationMm))
  const storey = file.thing(
    'IFCBUILDINGSTOREY',
    file.guid(level.id),
    level.name,
    place,
    undefined,
    undefined,
    new Word('ELEMENT'),
    level.elevationMm,
  )
  file.quantities(storey, level.id, 'Qto_BuildingStoreyBaseQuantities', [
    ['IFCQUANTITYLENGTH', 'GrossHeight', built.heightMm],
  ])
  const zero = level.elevationMm
  const grid = lowest ? writeGrid(file, all.gridLines, place) : null
  const isHere = ({ levelId }: { readonly levelId: string }) =>
    levelId === level.id || (lowest && !all.levels.some((other) => other.level.id === levelId))
  const written = new Map(
    walls.map((wall) => [wall.wall.id, writeWall(file, wall, place, zero, built.external.get(wall.wall.id))]),
  )
  writeConnections(file, walls, new Map([...written].map(([id, { ref }]) => [id, ref])))
  const elements = [
    ...(grid ? [grid] : []),
    ...[...written.values()].flatMap(({ ref, fillings }) => [ref, ...fillings]),
    ...bodies.map((body) => writeBody(file, body, place, zero)),
    ...all.members
      .filter(({ member }) => isHere(member))
      .map((member) =>
        writeMember(
          file,
          member,
          all.bolting.holes.get(member.member.id) ?? [],
          place,
          zero,
          marks.get(member.member.id),
        ),
      ),
    ...all.plates
      .filter(({ plate }) => isHere(plate))
      .map((plate) =>
        writePlate(file, plate, all.bolting.holes.get(plate.plate.id) ?? [], place, zero, marks.get(plate.plate.id)),
      ),
    ...all.fixtures
      .filter(({ insert }) => storeyUnder(insert.upMm ?? 0, all.levels).id === level.id)
      .map((fixture) => writeFixture(file, fixture, place, zero)),
    ...all.bolting.groups.filter(({ bolts }) => isHere(bolts)).map((group) => writeBolts(file, group, place, zero)),
  ]
  if (elements.length > 0)
    file.relation('IFCRELCONTAINEDINSPATIALSTRUCTURE', file.guid(level.id, 'contains'), elements, storey)
  const spaces = rooms.flatMap((room) => writeSpace(file, room, place, zero))
  if (spaces.length > 0)
    file.aggregate(
      storey,
      spaces.map(({ ref }) => ref),
      `spaces of ${level.id}`,
    )
  writeDocuments(file, level.id, storey)
  writeSpaceBoundaries(file, spaces, written)
  for (const space of spaces) file.inZone(space.room.space.use, space.ref)
  return storey
}
