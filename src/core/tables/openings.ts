import { alikeBy } from '../building/alike'
import type { BuiltOpening } from '../building/building'
import { column, type TableKind } from './table'

const typeOf = ({ opening: { use, way, widthMm, heightMm, sillMm }, typeName }: BuiltOpening): string =>
  [typeName ?? '', use, use === 'door' ? way : '', widthMm, heightMm, sillMm].join(' ')

/** Doors, windows and passages by level, type and size. */
export const openings: TableKind = {
  name: 'openings',
  word: 'Openings',
  columns: [
    column('level', 'Level'),
    column('type', 'Type'),
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
      const types = alikeBy(
        walls.flatMap((wall) => wall.openings),
        typeOf,
      )
      return [...types.values()].map((alike) => {
        const [{ opening, typeName }] = alike
        const { use, way, widthMm, heightMm, sillMm } = opening
        return {
          ids: alike.map((built) => built.opening.id),
          cells: {
            level: level.name,
            type: typeName ?? '',
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
