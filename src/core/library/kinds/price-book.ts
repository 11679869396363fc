import type { PriceBook } from '../../model/price-book/schema'
import { type LibraryKindOf, NOTHING_FOLLOWS } from '../kind'

/** What making costs in a shop. A project has one, always under the same id; a library holds several, by name. */
export const priceBookKind: LibraryKindOf<PriceBook> = {
  kind: 'price-book',
  words: ['price book', 'price books'],
  nameOf: ({ name }) => name ?? '',
  factsOf: ({ ratePerHour, currency, materials }) =>
    `${ratePerHour} ${currency} an hour, ${materials.length === 1 ? '1 material' : `${materials.length} materials`}`,
  following: () => NOTHING_FOLLOWS,
}
