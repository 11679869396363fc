import { create } from 'zustand'
import type { Point } from '@/core/geometry/vector'
import type { Cut, Place, SavedView } from '@/core/model/view/schema'

/** From where the solids are looked at. Model millimetres. */
export interface Look {
  readonly eye: Place
  readonly target: Place
}

/** Solids that lie over those of the model to show something of them. */
export interface MarkedSolids {
  /** The place about which corners are told, model millimetres. */
  readonly origin: Point
  /** Corners of triangles, x y z in metres, z up. */
  readonly corners: Float32Array
  readonly colour: string
  readonly opacity: number
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
  readonly marks: readonly MarkedSolids[]
}

export const useSolid = create<SolidState>(() => ({
  cut: {},
  walk: null,
  look: null,
  move: null,
  picture: null,
  sheets: true,
  marks: [],
}))

export const markSolids = (marks: readonly MarkedSolids[]): void => useSolid.setState({ marks })

export const setCut = (cut: Cut): void => useSolid.setState({ cut })

export const showSheets = (sheets: boolean): void => useSolid.setState({ sheets })

/** Walks to a saved view, with its cut. */
export const walkTo = ({ eye, target, cut }: SavedView): void => useSolid.setState({ walk: { eye, target }, cut })
