import { whyRefused } from '../../building/building'
import { ofKind } from '../../model/of-kind'
import { type OpeningType, ofOpeningType } from '../../model/opening-type/schema'
import { formatLength } from '../../units/format'
import { type LibraryKindOf, NOTHING_FOLLOWS } from '../kind'

/** Doors and windows by their sizes: those that are of the type take them, where all of them fit. */
export const openingTypeKind: LibraryKindOf<OpeningType> = {
  kind: 'opening-type',
  words: ['opening type', 'types of doors and windows'],
  nameOf: ({ name }) => name,
  factsOf: ({ use, widthMm, heightMm }, display) =>
    `${use}, ${formatLength(widthMm, display)} × ${formatLength(heightMm, display)}`,
  following: (type, records) => {
    const also = ofKind('opening', records)
      .filter(({ typeId }) => typeId === type.id)
      .map((opening) => ofOpeningType(opening, type))
    const after = new Map([...records, ...also.map((opening) => [opening.id, opening] as const)])
    for (const opening of also) {
      const wall = records.get(opening.wallId)
      const why = wall?.kind === 'wall' ? whyRefused(opening, wall, after) : null
      if (why) return { ...NOTHING_FOLLOWS, why: `${type.name} stays as it was: ${why}` }
    }
    return { also, why: null }
  },
}
