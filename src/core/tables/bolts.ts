import { alikeBy } from '../building/alike'
import { column, type TableKind } from './table'

/** Bolts, each with a nut and two washers, by size, grade and length. */
export const bolts: TableKind = {
  name: 'bolts',
  word: 'Bolts',
  columns: [
    column('size', 'Size'),
    column('grade', 'Grade'),
    column('length', 'Length', 'mm'),
    column('grip', 'Largest grip', 'mm'),
    column('groups', 'Groups', 'count', true),
    column('count', 'Count', 'count', true),
  ],
  rows: ({ bolting }) => {
    const kinds = alikeBy(bolting.groups, ({ bolts: { size, grade }, lengthMm }) => `${size}|${grade}|${lengthMm}`)
    return [...kinds.values()].map((groups) => {
      const [first] = groups
      return {
        ids: groups.map((group) => group.bolts.id),
        cells: {
          size: first.bolts.size,
          grade: first.bolts.grade,
          length: first.lengthMm,
          grip: Math.max(...groups.flatMap(({ each }) => each.map(({ gripMm }) => gripMm))),
          groups: groups.length,
          count: groups.reduce((sum, { each }) => sum + each.length, 0),
        },
      }
    })
  },
}
