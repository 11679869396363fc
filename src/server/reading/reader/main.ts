import { compiledPdfium } from '../kinds/pdf-painter'
import { OPENERS } from '../kinds/registry'
import { doTasks } from './do-tasks'
import type { Asked, ReaderWord } from './tasks'

/**
 * A reader: gets bytes, gives what they hold, and may be ended at any moment. It runs in a jail (see ../jail.ts), since
 * what it reads comes from anywhere.
 */
const say = (word: ReaderWord) => process.send?.(word)

let turn = Promise.resolve()
process.on('message', (asked: Asked) => {
  turn = turn.then(() =>
    doTasks(
      asked,
      (index) => say({ word: 'begun', index }),
      (index, outcome) => say({ word: 'ended', index, outcome }),
    ),
  )
})
// Without whoever started it, it has nothing to do.
process.on('disconnect', () => process.exit(0))
// What nearly every file needs is loaded before the first one comes.
Promise.all([OPENERS.pdf(), compiledPdfium(), import('sharp')]).then(() => say({ word: 'ready' }))
