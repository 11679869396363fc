import type { Command } from 'commander'
import { archive, archiveAll, takeIn } from './archive'
import { callouts } from './callouts'
import { compareCommand } from './compare'
import { differencesCommand } from './differences'
import { fit } from './fit'
import { handOverCommand } from './hand-over'
import { inspect } from './inspect'
import { library } from './library'
import { linework } from './linework'
import { meter } from './meter'
import { proposeScaleCommand } from './propose-scale'
import { proposeWallsCommand } from './propose-walls'
import { readPlanCommand } from './read-plan'

/** Every command; a new one is a file beside this and a line here. */
export const COMMANDS: readonly ((program: Command) => void)[] = [
  inspect,
  linework,
  callouts,
  proposeScaleCommand,
  proposeWallsCommand,
  readPlanCommand,
  compareCommand,
  differencesCommand,
  fit,
  meter,
  handOverCommand,
  archive,
  archiveAll,
  takeIn,
  library,
]
