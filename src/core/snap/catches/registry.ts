import type { CatchKind } from '../catch-kind'
import { centre } from './centre'
import { crossing } from './crossing'
import { end } from './end'
import { grid } from './grid'
import { guideCrossing, onGuide } from './guided'
import { insertion } from './insertion'
import { middle } from './middle'
import { onLine } from './on-line'
import { quarter } from './quarter'
import { squareTo } from './square-to'
import { tangent } from './tangent'

/** Every kind of catch; a new one is a file beside this and a line here. */
export const CATCHES: readonly CatchKind[] = [
  end,
  crossing,
  middle,
  centre,
  quarter,
  squareTo,
  tangent,
  insertion,
  guideCrossing,
  onLine,
  onGuide,
  grid,
]

/** Words of guides, which are switched apart. */
const GUIDE_WORDS = ['level with', 'upright with', 'extension', 'parallel'] as const

/** Every word by which a kind of catch is switched. */
export const CATCH_WORDS: readonly string[] = [
  ...CATCHES.filter(({ ofGuides }) => !ofGuides).map(({ word }) => word),
  ...GUIDE_WORDS,
]
