import { Plan } from '@/core/model/plan'
import { displayOf } from '@/core/model/settings/schema'
import { recordsInSight, useProject } from './store'

const plan = new Plan()

/** So much of a large change is worked out at once; the rest follows while the page goes on. */
const SLICE_MS = 40

let following = false
const listeners = new Set<() => void>()

/** The geometry of what is drawn in the open project. After a very large change it grows over some moments. */
export function currentPlan(): Plan {
  if (!update() && !following) {
    following = true
    setTimeout(follow)
  }
  return plan
}

function update(): boolean {
  const records = recordsInSight(useProject.getState())
  return plan.update(records, displayOf(records), following ? 0 : SLICE_MS)
}

/** Who shows the plan hears of it this often while it grows: painting all of it anew each time would hold it up. */
const TELL_MS = 1500
let told = 0

function follow(): void {
  following = false
  currentPlan()
  // More is coming soon.
  if (following && performance.now() - told < TELL_MS) return
  told = performance.now()
  for (const listener of listeners) listener()
}

/** Does something once all of the plan is worked out. */
export function whenWhole(work: () => void): void {
  currentPlan()
  if (!following) return work()
  const stop = onPlan(() => {
    if (following) return
    stop()
    work()
  })
}

/** Hears when more of the plan is worked out. @returns a function that stops listening */
export function onPlan(listener: () => void): () => void {
  listeners.add(listener)
  return () => listeners.delete(listener)
}
