import { alikeBy } from '../building/alike'
import { column, type TableKind } from './table'

/** Walls by level, type and thickness. */
export const walls: TableKind = {
  name: 'walls',
  word: 'Walls',
  columns: [
    column('level', 'Level'),
    column('type', 'Type'),
    column('thickness', 'Thickness', 'mm'),
    column('count', 'Count', 'count', true),
    column('length', 'Length', 'mm', true),
    column('gross', 'Gross area', 'm2', true),
    column('net', 'Net area', 'm2', true),
    column('volume', 'Volume', 'm3', true),
  ],
  rows: ({ levels }) =>
    levels.flatMap(({ level, walls: all }) => {
      const keyOf = ({ wall, type }: (typeof all)[number]) => `${type?.id ?? ''} ${wall.thicknessMm}`
      const sorted = [...alikeBy(all, keyOf).values()].sort(([a], [b]) => a.wall.thicknessMm - b.wall.thicknessMm)
      return sorted.map((alike) => {
        const [
          {
            wall: { thicknessMm },
            type,
          },
        ] = alike
        const sum = (of: (wall: (typeof alike)[number]) => number) => alike.reduce((total, wall) => total + of(wall), 0)
        return {
          ids: alike.map(({ wall }) => wall.id),
          cells: {
            level: level.name,
            type: type?.name ?? 'Plain',
            thickness: thicknessMm,
            count: alike.length,
            length: sum(({ lengthMm }) => lengthMm),
            gross: sum(({ grossAreaMm2 }) => grossAreaMm2) / 1e6,
            net: sum(({ netAreaMm2 }) => netAreaMm2) / 1e6,
            volume: sum(({ netVolumeMm3 }) => netVolumeMm3) / 1e9,
          },
        }
      })
    }),
}
