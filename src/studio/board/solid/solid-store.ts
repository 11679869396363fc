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
  /** Moves the eye and what it looks at, in metres along, across and up; null while nothing is shown. */
  readonly move: ((ahead: number, aside: number, up: number) => void) | null
  /** Makes a picture of what shows; null while nothing does. */
  readonly picture: (() => Promise<Blob>) | null
  /** Whether sheets show as films. */
  readonly sheets: boolean
}

export const useSolid = create<SolidState>(() => ({
  cut: {},
  walk: null,
  look: null,
  move: null,
  picture: null,
  sheets: true,
}))

export const setCut = (cut: Cut): void => useSolid.setState({ cut })

export const showSheets = (sheets: boolean): void => useSolid.setState({ sheets })

/** Walks to a saved view, with its cut. */
export const walkTo = ({ eye, target, cut }: SavedView): void => useSolid.setState({ walk: { eye, target }, cut })
