import type { Building, BuiltOpening, BuiltRoom } from '../building/building'
import type { Settings } from '../model/settings/schema'
import { calledOf } from '../model/space/called'
import { roomsBeside } from './openings-by-item'
import { type ColumnUnit, column, type Table, type TableRow } from './table'

/** What a handed-over building is told with besides itself. */
export interface CobieHead {
  readonly projectName: string
  /** ISO 8601, to the second. */
  readonly madeAt: string
  readonly title: NonNullable<Settings['title']>
}

type Cells = TableRow['cells']

/** What is not known, as the standard writes it. */
const NONE = 'n/a'

/**
 * The sheets of COBie 2.4 (NBIMS-US V3, 4.2) that a building of walls, rooms, doors and windows fills: who, where, and
 * what has to be looked after. Lengths in millimetres, areas in square metres.
 */
export function cobieSheets({ levels }: Building, head: CobieHead): Table[] {
  const { projectName, madeAt, title } = head
  const by = contactOf(title)
  const made: Cells = { CreatedBy: by, CreatedOn: madeAt }
  const rooms = levels.flatMap((level) => level.rooms.map((room) => ({ level, room })))
  const items = levels.flatMap((level) =>
    level.walls
      .flatMap(({ openings }) => openings)
      .filter(({ opening }) => opening.use !== 'passage')
      .map((built) => ({ level, built })),
  )
  const types = new Map(items.map(({ built }) => [typeNameOf(built), built]))
  const spaces = distinct(rooms.map(({ room }) => spaceNameOf(room)))
  const nameOf = new Map(rooms.map(({ room }, i) => [calledOf(room.space), spaces[i]!]))
  const uses = [...new Set(rooms.map(({ room }) => room.space.use).filter(Boolean))]
  return [
    sheet('Contact', 'Email,CreatedBy,CreatedOn,Category,Company,Phone', [
      { Email: by, ...made, Category: 'Designer', Company: title.organisation ?? NONE, Phone: NONE },
    ]),
    sheet(
      'Facility',
      'Name,CreatedBy,CreatedOn,Category,ProjectName,SiteName,LinearUnits,AreaUnits,VolumeUnits,CurrencyUnit,AreaMeasurement',
      [
        {
          Name: projectName,
          ...made,
          Category: NONE,
          ProjectName: projectName,
          SiteName: 'Site',
          LinearUnits: 'millimeters',
          AreaUnits: 'square meters',
          VolumeUnits: 'cubic meters',
          CurrencyUnit: NONE,
          AreaMeasurement: 'To the faces of walls',
        },
      ],
    ),
    sheet(
      'Floor',
      'Name,CreatedBy,CreatedOn,Category,ExtSystem,ExtObject,ExtIdentifier,Elevation:mm,Height:mm',
      levels.map(({ level, heightMm }) => ({
        Name: level.name,
        ...made,
        Category: 'Floor',
        ...outside('IfcBuildingStorey', level.id),
        Elevation: level.elevationMm,
        Height: heightMm,
      })),
    ),
    sheet(
      'Space',
      'Name,CreatedBy,CreatedOn,Category,FloorName,Description,ExtSystem,ExtObject,ExtIdentifier,RoomTag,UsableHeight:mm,GrossArea:m2,NetArea:m2',
      rooms.map(({ level, room }, i) => ({
        Name: spaces[i]!,
        ...made,
        Category: room.space.use || NONE,
        FloorName: level.level.name,
        Description: room.space.name || NONE,
        ...outside('IfcSpace', room.space.id),
        RoomTag: room.space.number || NONE,
        UsableHeight: room.heightMm,
        GrossArea: (room.boundary?.areaMm2 ?? 0) / 1e6,
        NetArea: (room.boundary?.areaMm2 ?? 0) / 1e6,
      })),
    ),
    sheet(
      'Zone',
      'Name,CreatedBy,CreatedOn,Category,SpaceNames',
      uses.map((use) => ({
        Name: use,
        ...made,
        Category: 'Use',
        SpaceNames: rooms.flatMap(({ room }, i) => (room.space.use === use ? [spaces[i]!] : [])).join(','),
      })),
    ),
    sheet(
      'Type',
      'Name,CreatedBy,CreatedOn,Category,Description,AssetType,ExtSystem,ExtObject,ExtIdentifier,NominalWidth:mm,NominalHeight:mm',
      [...types].map(([name, { opening, type }]) => ({
        Name: name,
        ...made,
        Category: opening.use === 'door' ? 'Door' : 'Window',
        Description: name,
        AssetType: 'Fixed',
        ...outside(opening.use === 'door' ? 'IfcDoorType' : 'IfcWindowType', type?.id ?? name),
        NominalWidth: opening.widthMm,
        NominalHeight: opening.heightMm,
      })),
    ),
    sheet(
      'Component',
      'Name,CreatedBy,CreatedOn,TypeName,Space,Description,ExtSystem,ExtObject,ExtIdentifier,TagNumber',
      items.map(({ level, built }) => ({
        Name: `${built.mark} ${level.level.name}`,
        ...made,
        TypeName: typeNameOf(built),
        Space:
          roomsBeside(level, built.opening.id)
            .flatMap((name) => nameOf.get(name) ?? [])
            .join(',') || NONE,
        Description: typeNameOf(built),
        ...outside(built.opening.use === 'door' ? 'IfcDoor' : 'IfcWindow', built.opening.id),
        TagNumber: built.mark,
      })),
    ),
    sheet(
      'Attribute',
      'Name,CreatedBy,CreatedOn,Category,SheetName,RowName,Value,Unit,Description',
      [...types].flatMap(([name, { type }]) => [
        ...(type?.fireRating ? [attribute(made, name, 'FireRating', type.fireRating, NONE)] : []),
        ...(type?.uValue ? [attribute(made, name, 'ThermalTransmittance', type.uValue, 'W/m²K')] : []),
      ]),
    ),
  ]
}

/** Contacts go by an address; where none is known by a name that says so. */
const contactOf = ({ drawnBy, organisation }: NonNullable<Settings['title']>): string =>
  `${(drawnBy ?? organisation ?? 'unknown').toLowerCase().replace(/[^\p{L}\p{N}]+/gu, '.')}@unknown`

const outside = (ExtObject: string, ExtIdentifier: string): Cells => ({ ExtSystem: 'Calque', ExtObject, ExtIdentifier })

const attribute = (made: Cells, row: string, name: string, value: string | number, unit: string): Cells => ({
  Name: name,
  ...made,
  Category: 'As Built',
  SheetName: 'Type',
  RowName: row,
  Value: value,
  Unit: unit,
  Description: name,
})

const typeNameOf = ({ opening, typeName }: BuiltOpening): string =>
  typeName ?? `${opening.use === 'door' ? 'Door' : 'Window'} ${opening.widthMm} x ${opening.heightMm}`

const spaceNameOf = ({ space }: BuiltRoom): string => space.number || space.name || space.id

/** Names, each once: a comma parts names in lists, so it becomes a blank. */
function distinct(names: readonly string[]): string[] {
  const used = new Set<string>()
  return names.map((name) => {
    const plain = name.replaceAll(',', ' ')
    let own = plain
    for (let i = 2; used.has(own); i++) own = `${plain} (${i})`
    used.add(own)
    return own
  })
}

/** @param heads names of columns, those with figures with their unit behind a colon */
function sheet(name: string, heads: string, rows: readonly Cells[]): Table {
  const columns = heads.split(',').map((head) => {
    const [key, unit = 'text'] = head.split(':') as [string, ColumnUnit?]
    return { ...column(key, key, unit), bare: true }
  })
  return { name: name.toLowerCase(), word: name, columns, rows: rows.map((cells) => ({ ids: [], cells })) }
}
