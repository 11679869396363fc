import type { Feature } from '@/studio/kernel/feature'
import { bringIn } from './bring-in/feature'
import { change, selecting } from './change/feature'
import { check } from './check/feature'
import { fitting } from './fit/feature'
import { frames } from './frames/feature'
import { guide } from './guide/feature'
import { handOver } from './hand-over/feature'
import { history } from './history/feature'
import { library } from './library/feature'
import { lift } from './lift/feature'
import { lines } from './lines/feature'
import { openings } from './openings/feature'
import { parts } from './parts/feature'
import { people } from './people/feature'
import { projectIndex } from './project-index/feature'
import { remarks } from './remarks/feature'
import { revisions } from './revisions/feature'
import { rooms } from './rooms/feature'
import { sheets } from './sheets/feature'
import { sketch } from './sketch/feature'
import { solid } from './solid/feature'
import { states } from './states/feature'
import { structure } from './structure/feature'
import { symbols } from './symbols/feature'
import { tables } from './tables/feature'
import { walls } from './walls/feature'

/**
 * Every room of the house; a new one is a folder beside this and a line here. Tools stand on the bench in this order,
 * and of several with one key of which none is offered in a step the first one is taken.
 */
export const FEATURES: readonly Feature[] = [
  selecting,
  check,
  remarks,
  fitting,
  parts,
  walls,
  openings,
  rooms,
  structure,
  frames,
  lines,
  sketch,
  symbols,
  change,
  sheets,
  revisions,
  bringIn,
  lift,
  projectIndex,
  handOver,
  history,
  states,
  solid,
  tables,
  library,
  guide,
  people,
]

export const TOOLS = FEATURES.flatMap(({ tools = [] }) => tools)
export const OPTION_GROUPS = FEATURES.flatMap(({ options = [] }) => options)
export const PANELS = FEATURES.flatMap(({ panels = [] }) => panels)
export const CARDS = FEATURES.flatMap(({ cards = [] }) => cards)
export const DIALOGS = FEATURES.flatMap(({ dialogs = [] }) => dialogs)
export const ELEMENTS = FEATURES.flatMap(({ elements = [] }) => elements)
export const OVERLAYS = FEATURES.flatMap(({ overlays = [] }) => overlays)
export const FEATURE_COMMANDS = FEATURES.flatMap(({ commands = [] }) => commands)
export const FINDERS = FEATURES.flatMap(({ finds = [] }) => finds)
export const MENUS = FEATURES.flatMap(({ menu = [] }) => menu)
export const FOLLOWS = FEATURES.flatMap(({ follows = [] }) => follows)
