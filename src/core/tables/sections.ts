import { propertiesOf } from '../sections/properties'
import { STUFF_WORDS } from './cut-list'
import { purchasesOf } from './purchase'
import { column, type TableKind } from './table'

const share = (part: number): string => `${(part * 100).toFixed(1)} %`

/** Totals by section: lengths, masses, surfaces, and what of the bars is wasted, beside the least that any cutting buys. */
export const sections: TableKind = {
  name: 'sections',
  word: 'Sections',
  columns: [
    column('section', 'Section'),
    column('stuff', 'Material'),
    column('waste', 'Waste'),
    column('least', 'Least'),
    column('count', 'Count', 'count', true),
    column('length', 'Length', 'mm', true),
    column('bought', 'Bought', 'mm', true),
    column('surface', 'Surface', 'm2', true),
    column('mass', 'Mass', 'kg', true),
  ],
  rows: (building) =>
    purchasesOf(building).map(({ section, members, purchase: { boughtMm, boundMm, tooLong } }) => {
      const length = members.reduce((sum, { body }) => sum + body.lengthMm, 0)
      const cut = length - tooLong.reduce((sum, { lengthMm, count }) => sum + lengthMm * count, 0)
      return {
        ids: members.map(({ member }) => member.id),
        cells: {
          section: section.name,
          stuff: STUFF_WORDS[section.stuff],
          waste: boughtMm > 0 ? share(1 - cut / boughtMm) : '',
          least: boundMm > 0 ? share(1 - cut / boundMm) : '',
          count: members.length,
          length,
          bought: boughtMm,
          surface: (propertiesOf(section.shape).perimeterMm * length) / 1e6,
          mass: members.reduce((sum, { massKg }) => sum + massKg, 0),
        },
      }
    }),
}
