import type { Opening } from '../model/opening/schema'
import { column, type TableKind } from './table'

const typeOf = ({ use, way, widthMm, heightMm, sillMm }: Opening): string =>
  [use, use === 'door' ? way : '', widthMm, heightMm, sillMm].join(' ')

/** Doors, windows and passages by level, type and size. */
export const openings: TableKind = {
  name: 'openings',
  word: 'Openings',
  columns: [
    column('level', 'Level'),
    column('use', 'Kind'),
    column('way', 'Opens'),
    column('width', 'Width', 'mm'),
    column('height', 'Height', 'mm'),
    column('sill', 'Sill', 'mm'),
    column('count', 'Count', 'count', true),
    column('area', 'Area', 'm2', true),
  ],
  rows: ({ levels }) =>
    levels.flatMap(({ level, walls }) => {
      const types = new Map<string, Opening[]>()
      for (const { opening } of walls.flatMap((wall) => wall.openings))
        types.set(typeOf(opening), [...(types.get(typeOf(opening)) ?? []), opening])
      return [...types.values()].map((alike) => {
        const [{ use, way, widthMm, heightMm, sillMm }] = alike as [Opening]
        return {
          ids: alike.map(({ id }) => id),
          cells: {
            level: level.name,
            use,
            way: use === 'door' ? way : '',
            width: widthMm,
            height: heightMm,
            sill: sillMm,
            count: alike.length,
            area: (alike.length * widthMm * heightMm) / 1e6,
          },
        }
      })
    }),
}
