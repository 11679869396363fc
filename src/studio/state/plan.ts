import { Plan } from '@/core/model/plan'
import { shownDisplayOf } from '@/core/model/settings/schema'
import { recordsInSight, useProject } from './project'

const plan = new Plan()

/** So much of a change is worked out before the page shows it; what takes longer follows while the page goes on. */
const FIRST_MS = 20
/** So much in each of the turns that follow; putting it into the index takes about as long again. */
const TURN_MS = 8
/** Records more or fewer by which a change is so large that none of it is worked out before the page shows it. */
const LARGE = 2000

let growing = false
const listeners = new Set<() => void>()

/** The geometry of what is drawn in the open project. After a very large change it grows over some moments. */
export const currentPlan = (): Plan => plan

/** Brings the plan up to the records that are in sight; what takes longer goes on by itself. */
function bringUpToDate(budgetMs = FIRST_MS): void {
  const records = recordsInSight(useProject.getState())
  const whole = plan.update(records, shownDisplayOf(records), growing ? 0 : budgetMs)
  if (!whole) goOn()
}

/** Has the rest worked out in turns. */
function goOn(): void {
  if (growing) return
  growing = true
  setTimeout(grow)
}

// Before anything is shown of a change: this listener was there first.
useProject.subscribe((now, before) => {
  if (now.records === before.records && now.past === before.past) return
  const moreOrFewer = Math.abs(recordsInSight(now).size - recordsInSight(before).size)
  if (moreOrFewer > LARGE) goOn()
  else bringUpToDate()
})

/** Shows another level or work plane; null for the plan of all levels. */
export function lookAtLevel(levelId: string | null): void {
  plan.lookAt(levelId)
  bringUpToDate()
}

/** Who shows the plan hears of it this often while it grows: painting all of it anew each time would hold it up. */
const TELL_MS = 1500
let told = 0

function grow(): void {
  growing = false
  bringUpToDate(TURN_MS)
  // More is coming soon.
  if (growing && performance.now() - told < TELL_MS) return
  told = performance.now()
  for (const listener of listeners) listener()
}

/** Does something once all of the plan is worked out. */
export function whenWhole(work: () => void): void {
  if (!growing) return work()
  const stop = onPlan(() => {
    if (growing) return
    stop()
    work()
  })
}

/** Hears when more of the plan is worked out. @returns a function that stops listening */
export function onPlan(listener: () => void): () => void {
  listeners.add(listener)
  return () => listeners.delete(listener)
}
