import type { PaperName } from './svg/paper'

/** What of a project is handed over, and how a plan is laid on paper; the lowest level on A3, at the largest scale that fits, where nothing is said. */
export interface HandOverChoice {
  readonly level?: string | undefined
  /** The work plane, where one is handed over as DXF: its id or its name; the first one where nothing is said. */
  readonly plane?: string | undefined
  /** The part, where one is handed over: its id or its name; the first one where nothing is said. */
  readonly part?: string | undefined
  /** The face of it, where one is handed over: a word, or its middle in parts of the size; the upper one where nothing is said. */
  readonly face?: string | undefined
  readonly paper?: PaperName | undefined
  readonly scale?: number | undefined
}

/** Work that takes a while: what is asked for. */
export type MakingRequest =
  | { readonly kind: 'hand-over'; readonly format: string; readonly on: HandOverChoice }
  | { readonly kind: 'take-in' }

/** How such work stands, as clients see it. */
export interface MakingView {
  readonly id: string
  readonly status: 'waiting' | 'working' | 'done' | 'failed' | 'stopped'
  /** From 0 to 1. */
  readonly progress: number
  /** A sentence where it could not be done. */
  readonly problem: string | null
  /** The project that an archive became. */
  readonly projectId: string | null
}
