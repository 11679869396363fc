import { create } from 'zustand'
import type { EdgeMatch } from '@/core/check/trace-to-sheet'
import type { Untraced } from '@/core/check/untraced'
import type { WallDoubt } from '@/core/check/wall-on-sheet'

/** Every traced edge against the sheets. */
export interface TraceCheck {
  readonly matches: readonly EdgeMatch[]
  /** What of walls and openings the sheets show otherwise, the largest first. */
  readonly doubts: readonly WallDoubt[]
  /** Lines that were not compared: there are too many. */
  readonly left: number
  readonly busy: boolean
  /** What the sheets show and nobody traced; null until somebody asks. */
  readonly missing: readonly Untraced[] | null
  readonly looking: boolean
  /** The sheet that it is compared with; null for all of the level. */
  readonly against: string | null
  /** What is looked at. */
  readonly looked: EdgeMatch | WallDoubt | Untraced | null
}

export const useTraceCheck = create<TraceCheck>(() => ({
  matches: [],
  doubts: [],
  left: 0,
  busy: false,
  missing: null,
  looking: false,
  against: null,
  looked: null,
}))
