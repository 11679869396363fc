import { distance } from '../geometry/vector'
import { calledOf } from '../model/space/called'
import { column, type TableKind } from './table'

const QUARTERS = ['north', 'north-east', 'east', 'south-east', 'south', 'south-west', 'west', 'north-west'] as const

/** The direction of the compass that is nearest to an azimuth in degrees, clockwise from north. */
export const quarterOf = (azimuthDeg: number): string => QUARTERS[Math.round(azimuthDeg / 45) % 8]!

/** What encloses each room towards the outside, by direction of the compass: for sums of heat load. */
export const facade: TableKind = {
  name: 'facade',
  word: 'Outside walls',
  columns: [
    column('level', 'Level'),
    column('room', 'Room'),
    column('direction', 'Faces'),
    column('length', 'Length inside', 'mm', true),
    column('wall', 'Wall', 'm2', true),
    column('windows', 'Windows', 'm2', true),
    column('doors', 'Doors', 'm2', true),
  ],
  rows: ({ levels }) =>
    levels.flatMap(({ level, rooms }) =>
      rooms.flatMap(({ space, heightMm, sides }) => {
        const outside = sides.filter(({ other }) => other === null)
        const directions = [...new Set(outside.map(({ azimuthDeg }) => quarterOf(azimuthDeg)))]
        return directions.map((direction) => {
          const facing = outside.filter(({ azimuthDeg }) => quarterOf(azimuthDeg) === direction)
          const length = facing.reduce((sum, { from, to }) => sum + distance(from, to), 0)
          const openings = facing.flatMap((side) => side.openings.map(({ opening }) => opening))
          const covered = (use: string) =>
            openings
              .filter((opening) => opening.use === use)
              .reduce((sum, { widthMm, heightMm: height }) => sum + (widthMm * height) / 1e6, 0)
          const holes = openings.reduce((sum, { widthMm, heightMm: height }) => sum + (widthMm * height) / 1e6, 0)
          return {
            ids: [space.id, ...new Set(facing.map(({ wall }) => wall.wall.id))],
            cells: {
              level: level.name,
              room: calledOf(space),
              direction,
              length,
              wall: (length * heightMm) / 1e6 - holes,
              windows: covered('window'),
              doors: covered('door'),
            },
          }
        })
      }),
    ),
}
