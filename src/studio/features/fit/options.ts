import type { TieKind } from '@/core/fit/tie-points'
import { defineOptions, value, words } from '@/studio/kernel/options'

export const knownLengthOptions = defineOptions('known-length', {
  /** What a known length states: the distance, or only its part along or across the board. */
  statedAlong: words<'distance' | 'along' | 'across'>('distance', 'What the length states', {
    distance: 'distance',
    along: 'along only',
    across: 'across only',
  }),
  /** The length measured on site that is being given its two points. */
  reading: value<string | null>(null),
})

export const tieOptions = defineOptions('tie', {
  /** What tie points may do to a sheet. */
  tieKind: words<TieKind>('similarity', 'What laying may change', {
    rigid: 'keep size',
    similarity: 'scale',
    affine: 'unstretch',
    homography: 'photo',
  }),
})
