import type { Building, BuiltLevel, BuiltOpening, BuiltWall } from '../building/building'
import type { OpeningUse } from '../model/opening/schema'
import { calledOf } from '../model/space/called'
import { inNumericOrder } from '../text/numeric-order'
import { column, type TableKind, type TableRow } from './table'

/** An opening with the wall and the level that it is in. */
interface Item {
  readonly level: BuiltLevel
  readonly wall: BuiltWall
  readonly built: BuiltOpening
}

const byMark = (a: Item, b: Item): number =>
  a.level.level.elevationMm - b.level.level.elevationMm || inNumericOrder(a.built.mark, b.built.mark)

/** The openings of one use, each with where it is, in the order of levels and marks. */
const itemsOf = ({ levels }: Building, use: OpeningUse): Item[] =>
  levels
    .flatMap((level) =>
      level.walls.flatMap((wall) =>
        wall.openings.filter(({ opening }) => opening.use === use).map((built) => ({ level, wall, built })),
      ),
    )
    .sort(byMark)

/** Names of the rooms on both sides of an opening. */
export const roomsBeside = (level: BuiltLevel, id: string): readonly string[] => roomsByOpening(level).get(id) ?? []

const known = new WeakMap<BuiltLevel, ReadonlyMap<string, readonly string[]>>()

/** The names of the rooms beside each opening of a level. */
function roomsByOpening(level: BuiltLevel): ReadonlyMap<string, readonly string[]> {
  const before = known.get(level)
  if (before) return before
  const rooms = new Map<string, string[]>()
  for (const { space, sides } of level.rooms)
    for (const id of new Set(sides.flatMap(({ openings }) => openings.map(({ opening }) => opening.id))))
      rooms.set(id, [...(rooms.get(id) ?? []), calledOf(space)])
  known.set(level, rooms)
  return rooms
}

function cellsOf({ level, wall, built }: Item): TableRow['cells'] {
  const { opening, type, typeName, mark } = built
  const { use, way, hinge, opens, widthMm, heightMm, sillMm } = opening
  const external = wall.type?.external ?? level.external.get(wall.wall.id)
  return {
    mark,
    level: level.level.name,
    type: typeName ?? '',
    width: widthMm,
    height: heightMm,
    sill: sillMm,
    area: (widthMm * heightMm) / 1e6,
    way: use === 'door' ? way : '',
    hand: use === 'door' && way === 'hinged' ? ((hinge === 'start') === (opens === 'left') ? 'left' : 'right') : '',
    wall: wall.type?.name ?? '',
    thickness: wall.wall.thicknessMm,
    rooms: roomsBeside(level, opening.id).join(', '),
    outside: external === undefined ? '' : external ? 'yes' : 'no',
    fire: type?.fireRating ?? '',
    uValue: type?.uValue ?? '',
    id: opening.id,
  }
}

const schedule = (name: string, word: string, use: 'door' | 'window'): TableKind => ({
  name,
  word,
  columns: [
    column('mark', 'Mark'),
    column('level', 'Level'),
    column('type', 'Type'),
    column('width', 'Width', 'mm'),
    column('height', 'Height', 'mm'),
    column('sill', 'Sill', 'mm'),
    column('area', 'Area', 'm2', true),
    ...(use === 'door' ? [column('way', 'Opens'), column('hand', 'Hinges')] : []),
    column('rooms', 'Rooms'),
    column('wall', 'In wall'),
    column('thickness', 'Wall', 'mm'),
    column('outside', 'Outside'),
    column('fire', 'Fire rating'),
    column('uValue', 'U (W/m²K)', 'figure'),
    column('id', 'Identifier'),
  ],
  rows: (building) => itemsOf(building, use).map((item) => ({ ids: [item.built.opening.id], cells: cellsOf(item) })),
})

/** Every door by itself, with its mark. */
export const doors = schedule('doors', 'Doors, each', 'door')

/** Every window by itself, with its mark. */
export const windows = schedule('windows', 'Windows, each', 'window')
