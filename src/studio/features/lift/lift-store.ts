import { create } from 'zustand'
import type { LiftOptions, LiftPreview } from '@/core/lift/options'
import { USUAL_LIFT } from '@/core/lift/options'

/** The lift that is being prepared. */
export interface LiftState {
  /** The underlay that it is from; null while none is prepared. */
  readonly underlayId: string | null
  /** Of a sheet with lines and a picture: whether the strokes of that are lifted. */
  readonly strokes: boolean
  readonly options: LiftOptions
  readonly preview: LiftPreview | null
  readonly busy: boolean
  readonly problem: string | null
  /** What becomes of the sheet. */
  readonly sheet: 'stays' | 'hidden' | 'removed'
}

export const NO_LIFT: LiftState = {
  underlayId: null,
  strokes: false,
  options: USUAL_LIFT,
  preview: null,
  busy: false,
  problem: null,
  sheet: 'stays',
}

export const useLift = create<LiftState>(() => NO_LIFT)
