import { create } from 'zustand'
import type { Cut, Place, SavedView } from '@/core/model/view/schema'

/** From where the solids are looked at. Model millimetres. */
export interface Look {
  readonly eye: Place
  readonly target: Place
}

interface SolidState {
  readonly cut: Cut
  /** Where the eye walks to; null where it stays. */
  readonly walk: Look | null
  /** Says where the eye is now; null while nothing is shown. */
  readonly look: (() => Look) | null
}

export const useSolid = create<SolidState>(() => ({ cut: {}, walk: null, look: null }))

export const setCut = (cut: Cut): void => useSolid.setState({ cut })

/** Walks to a saved view, with its cut. */
export const walkTo = ({ eye, target, cut }: SavedView): void => useSolid.setState({ walk: { eye, target }, cut })
