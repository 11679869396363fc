import type { CatchKind } from '../catch'
import { crossing } from './crossing'
import { end } from './end'
import { middle } from './middle'
import { onLine } from './on-line'

/** Every kind of catch; a new one is a file beside this and a line here. */
export const CATCHES: readonly CatchKind[] = [end, crossing, middle, onLine]
