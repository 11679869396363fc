import { create } from 'zustand'
import type { Point } from '@/core/geometry/vector'

/** A place where somebody asked what can be done. */
export interface AskedMenu {
  /** Pixels from the upper left corner of the window. */
  readonly at: Point
  /** What lies there; null for the ground. */
  readonly id: string | null
}

/** The menu that is open on the board; null while none is. */
export const useBoardMenu = create<{ readonly asked: AskedMenu | null }>(() => ({ asked: null }))

export const askMenu = (asked: AskedMenu | null): void => useBoardMenu.setState({ asked })
