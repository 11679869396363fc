import { create } from 'zustand'

interface GuideState {
  readonly open: boolean
  /** Steps that were seen to be done: going back to an earlier place undoes none. */
  readonly done: ReadonlySet<number>
}

/** The guided job in this window. */
export const useGuide = create<GuideState>(() => ({ open: false, done: new Set() }))

export const beginGuide = (): void => useGuide.setState({ open: true, done: new Set() })

export const closeGuide = (): void => useGuide.setState({ open: false })

export function markDone(steps: readonly number[]): void {
  const { done } = useGuide.getState()
  if (steps.some((step) => !done.has(step))) useGuide.setState({ done: new Set([...done, ...steps]) })
}
