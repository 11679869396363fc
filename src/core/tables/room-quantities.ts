import { distance } from '../geometry/vector'
import { column, type TableKind } from './table'

/** What finishes of each room are measured by: floor, ceiling, faces of its walls less their openings, skirting. */
export const roomQuantities: TableKind = {
  name: 'room-quantities',
  word: 'Quantities by room',
  columns: [
    column('level', 'Level'),
    column('number', 'Number'),
    column('name', 'Name'),
    column('floor', 'Floor', 'm2', true),
    column('ceiling', 'Ceiling', 'm2', true),
    column('walls', 'Wall faces', 'm2', true),
    column('openings', 'Openings in them', 'm2', true),
    column('net', 'Wall faces, net', 'm2', true),
    column('skirting', 'Skirting', 'mm', true),
    column('doors', 'Doors', 'count', true),
    column('windows', 'Windows', 'count', true),
    column('volume', 'Volume', 'm3', true),
    column('id', 'Identifier'),
  ],
  rows: ({ levels }) =>
    levels.flatMap(({ level, rooms }) =>
      rooms.map(({ space, boundary, sides, heightMm, footMm, volumeMm3 }) => {
        const openings = sides.flatMap((side) => side.openings)
        const faces = sides.reduce((sum, { from, to }) => sum + distance(from, to) * heightMm, 0)
        // Of an opening counts what lies within the height of the room.
        const holes = openings.reduce((sum, { opening, footMm: sill }) => {
          const head = Math.min(footMm + heightMm, sill + opening.heightMm)
          return sum + opening.widthMm * Math.max(0, head - Math.max(footMm, sill))
        }, 0)
        const wide = openings.reduce((sum, { opening }) => sum + (opening.use === 'window' ? 0 : opening.widthMm), 0)
        const floor = (boundary?.areaMm2 ?? 0) / 1e6
        return {
          ids: [space.id],
          cells: {
            level: level.name,
            number: space.number,
            name: space.name,
            floor,
            ceiling: floor,
            walls: faces / 1e6,
            openings: holes / 1e6,
            net: (faces - holes) / 1e6,
            skirting: Math.max(0, (boundary?.perimeterMm ?? 0) - wide),
            doors: openings.filter(({ opening }) => opening.use === 'door').length,
            windows: openings.filter(({ opening }) => opening.use === 'window').length,
            volume: volumeMm3 / 1e9,
            id: space.id,
          },
        }
      }),
    ),
}
