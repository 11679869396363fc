import { column, type TableKind } from './table'

/** Rooms by level. */
export const rooms: TableKind = {
  name: 'rooms',
  word: 'Rooms',
  columns: [
    column('level', 'Level'),
    column('number', 'Number'),
    column('name', 'Name'),
    column('use', 'Use'),
    column('area', 'Area', 'm2', true),
    column('perimeter', 'Perimeter', 'mm', true),
    column('height', 'Height', 'mm'),
    column('volume', 'Volume', 'm3', true),
    column('id', 'Identifier'),
  ],
  rows: ({ levels }) =>
    levels.flatMap(({ level, rooms: all }) =>
      all.map(({ space, boundary, heightMm, volumeMm3 }) => ({
        ids: [space.id],
        cells: {
          level: level.name,
          number: space.number,
          name: space.name,
          use: space.use,
          area: (boundary?.areaMm2 ?? 0) / 1e6,
          perimeter: boundary?.perimeterMm ?? 0,
          height: heightMm,
          volume: volumeMm3 / 1e9,
          id: space.id,
        },
      })),
    ),
}
