import type { OwnSection } from '../../model/section/schema'
import { sizeOf } from '../../sections/shape'
import { formatLength } from '../../units/format'
import { type LibraryKindOf, NOTHING_FOLLOWS } from '../kind'

/** Sections of one's own: members are cut by them. */
export const sectionKind: LibraryKindOf<OwnSection> = {
  kind: 'section',
  words: ['section', 'sections'],
  nameOf: ({ name }) => name,
  factsOf: ({ stuff, shape }, display) => {
    const { widthMm, heightMm } = sizeOf(shape)
    return `${stuff}, ${formatLength(widthMm, display)} × ${formatLength(heightMm, display)}`
  },
  following: () => NOTHING_FOLLOWS,
}
