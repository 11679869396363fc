import type { Job } from '../jobs'
import { compiledPdfium } from './kinds/pdf-painter'
import { OPENERS } from './kinds/registry'
import { runJobs } from './read-job'

/** What a reader tells the process that started it. */
export type ReaderWord =
  | { readonly word: 'ready' }
  /** It begins with this one of the jobs that it was given. */
  | { readonly word: 'begun'; readonly index: number }
  /** All of them are done, or it failed in a way that is not the file's fault. */
  | { readonly word: 'done'; readonly failure: string | null }

const say = (word: ReaderWord) => process.send?.(word)

/** A reader: does a few jobs at a time for the process that started it, and may be ended by it at any moment. */
process.on('message', (jobs: readonly Job[]) => {
  runJobs(jobs, (index) => say({ word: 'begun', index })).then(
    () => say({ word: 'done', failure: null }),
    (error: Error) => say({ word: 'done', failure: error.message }),
  )
})
// Without its parent it has nothing to do.
process.on('disconnect', () => process.exit(0))
// What nearly every file needs is loaded before the first one comes.
Promise.all([OPENERS.pdf(), compiledPdfium(), import('sharp')]).then(() => say({ word: 'ready' }))
