import { alikeBy } from '../building/alike'
import { bodyWord } from '../building/bodies/registry'
import type { BuiltBody } from '../building/building'
import { inNumericOrder } from '../text/numeric-order'
import { column, type TableKind } from './table'

/** What like ones share: their word and what they measure across. */
const keyOf = ({ body, sizes: { widthMm, depthMm, thicknessMm } }: BuiltBody): string =>
  [bodyWord(body), widthMm, depthMm, thicknessMm].join(' ')

/** Slabs, columns, roofs and stairs by level and size. */
export const bodies: TableKind = {
  name: 'bodies',
  word: 'Slabs, columns, roofs, stairs',
  columns: [
    column('level', 'Level'),
    column('what', 'What'),
    column('width', 'Width', 'mm'),
    column('depth', 'Depth', 'mm'),
    column('thickness', 'Thickness', 'mm'),
    column('count', 'Count', 'count', true),
    column('area', 'Area', 'm2', true),
    column('volume', 'Volume', 'm3', true),
  ],
  rows: ({ levels }) =>
    levels.flatMap(({ level, bodies: all }) =>
      [...alikeBy(all, keyOf)]
        .sort(([a], [b]) => inNumericOrder(a, b))
        .map(([, alike]) => {
          const [{ body, sizes }] = alike
          return {
            ids: alike.map((each) => each.body.id),
            cells: {
              level: level.name,
              what: bodyWord(body),
              width: sizes.widthMm ?? '',
              depth: sizes.depthMm ?? '',
              thickness: sizes.thicknessMm ?? '',
              count: alike.length,
              area:
                sizes.areaMm2 === undefined
                  ? ''
                  : alike.reduce((sum, each) => sum + (each.sizes.areaMm2 ?? 0), 0) / 1e6,
              volume: alike.reduce((sum, each) => sum + each.sizes.volumeMm3, 0) / 1e9,
            },
          }
        }),
    ),
}
