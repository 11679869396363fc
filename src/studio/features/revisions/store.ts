import { create } from 'zustand'
import type { Overlay } from '@/studio/kernel/overlay'
import type { SentComparison, SentPage } from '@/workers/compare'

/** Two pages that were compared: one lies on the board, the other beside it. */
export interface Compared {
  readonly underlayId: string
  /** The page that does not lie on the board. */
  readonly otherId: string
  /** Whether that is the older one. */
  readonly otherIsOlder: boolean
  /** Whether the person says that it is the other way round than one would think. */
  readonly swapped: boolean
  readonly found: SentComparison
}

interface CompareState {
  readonly busy: boolean
  /** A sentence where nothing could be compared. */
  readonly problem: string | null
  readonly compared: Compared | null
  /** The change that is looked at, by its place in the list. */
  readonly looked: number | null
  /** What shows: from 0, the older issue alone, to 1, the newer alone. */
  readonly fade: number
  /** Whether older and newer show in turns. */
  readonly blinking: boolean
  /** The page that does not lie on the board, where it shows beside it. */
  readonly beside: SentPage | null
  /** Paints it on the board; it comes with the first comparison. */
  readonly painter: Overlay['paint'] | null
}

export const NOTHING: CompareState = {
  busy: false,
  problem: null,
  compared: null,
  looked: null,
  fade: 0.5,
  blinking: false,
  beside: null,
  painter: null,
}

export const useCompare = create<CompareState>(() => NOTHING)

export const forgetComparison = (): void => useCompare.setState(NOTHING)
