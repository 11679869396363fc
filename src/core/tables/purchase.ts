import type { Building } from '../building/building'
import type { BuiltMember } from '../building/members'
import { type Purchase, purchaseFor } from '../cutting/stock'
import type { Section } from '../sections/section'
import { inNumericOrder } from '../text/numeric-order'
import { column, type TableKind } from './table'

/** Members of one section, with what is bought for them. */
export interface SectionPurchase {
  readonly section: Section
  readonly members: readonly BuiltMember[]
  readonly purchase: Purchase
}

const kept = new WeakMap<Building, readonly SectionPurchase[]>()

/** What is bought for each section, from the lengths that the project states. */
export function purchasesOf(building: Building): readonly SectionPurchase[] {
  const known = kept.get(building)
  if (known) return known
  const { members, cutting } = building
  const groups = new Map<string, BuiltMember[]>()
  for (const built of members) {
    const group = groups.get(built.member.sectionId)
    if (group) group.push(built)
    else groups.set(built.member.sectionId, [built])
  }
  const made = [...groups.values()]
    .map((alike): SectionPurchase => {
      const { section } = alike[0]!.body.placed
      const wanted = alike.map(({ body }) => ({ lengthMm: body.lengthMm, count: 1 }))
      return { section, members: alike, purchase: purchaseFor(wanted, cutting.stocksMm[section.stuff], cutting.kerfMm) }
    })
    .sort((a, b) => inNumericOrder(a.section.name, b.section.name))
  kept.set(building, made)
  return made
}

/** Lengths in the order of a bar: "2 x 4350 + 3100". */
function cutsOf(pieces: readonly number[]): string {
  const counts = new Map<string, number>()
  for (const each of pieces) {
    const key = String(Math.round(each * 10) / 10)
    counts.set(key, (counts.get(key) ?? 0) + 1)
  }
  return [...counts].map(([length, count]) => (count > 1 ? `${count} x ${length}` : length)).join(' + ')
}

/** Bars to be bought and how each is cut, with what is left over. */
export const purchase: TableKind = {
  name: 'purchase',
  word: 'Purchase',
  columns: [
    column('section', 'Section'),
    column('stock', 'Bar', 'mm'),
    column('cuts', 'Cut into'),
    column('rest', 'Left of each', 'mm'),
    column('count', 'Bars', 'count', true),
    column('bought', 'Bought', 'mm', true),
  ],
  rows: (building) =>
    purchasesOf(building).flatMap(({ section, members, purchase: { plans, tooLong } }) => {
      const ids = members.map(({ member }) => member.id)
      return [
        ...plans.map(({ stockMm, count, pieces, restMm }) => ({
          ids,
          cells: {
            section: section.name,
            stock: stockMm,
            cuts: cutsOf(pieces),
            rest: restMm,
            count,
            bought: stockMm * count,
          },
        })),
        ...tooLong.map(({ lengthMm, count }) => ({
          ids,
          cells: {
            section: section.name,
            stock: lengthMm,
            cuts: `${cutsOf([lengthMm])}: longer than any bar`,
            rest: 0,
            count,
            bought: lengthMm * count,
          },
        })),
      ]
    }),
}
