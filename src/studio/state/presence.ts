import { create } from 'zustand'
import type { Presence } from '@/core/people/presence'

/** Who else is in the project, each window of theirs with when it was last heard of. */
interface Others {
  readonly windows: ReadonlyMap<string, Presence & { readonly heardAt: number }>
  /** The window whose view this one follows. */
  readonly followed: string | null
}

export const useOthers = create<Others>(() => ({ windows: new Map(), followed: null }))

/** This window, by which the others know it. */
export const WINDOW = crypto.randomUUID()

/** A window that was not heard of for so long is gone. */
const SILENT_MS = 16_000

/** Takes in where somebody looks and points. */
export function hearOf(presence: Presence): void {
  if (presence.window === WINDOW) return
  const { windows, followed } = useOthers.getState()
  const next = new Map(windows)
  if (presence.gone) next.delete(presence.window)
  else next.set(presence.window, { ...presence, heardAt: Date.now() })
  useOthers.setState({ windows: next, followed: followed !== null && next.has(followed) ? followed : null })
}

/** Drops windows that fell silent. */
export function dropSilent(now = Date.now()): void {
  const { windows, followed } = useOthers.getState()
  const left = new Map([...windows].filter(([, { heardAt }]) => now - heardAt < SILENT_MS))
  if (left.size < windows.size)
    useOthers.setState({ windows: left, followed: followed !== null && left.has(followed) ? followed : null })
}

/** Leaves everybody behind: another project is opened. */
export const forgetOthers = (): void => useOthers.setState({ windows: new Map(), followed: null })

/** Follows the view of a window; null ends that. */
export const followWindow = (window: string | null): void => useOthers.setState({ followed: window })
