import type { Underlay } from '@/core/model/underlay/schema'
import type { Session } from './session'
import type { Step } from './step'
import type { ToolContext } from './tool'
import type { View } from './view'

/** What lies on what; overlays between two of these stand at numbers between. */
export const Z = { sheets: 100, beneath: 150, drawn: 200, over: 250, marks: 300, tool: 400, cursor: 500 } as const

/** Paints in pieces: between them the page may do something else. */
export type PiecewisePainter = (canvas: OffscreenCanvasRenderingContext2D, view: View) => Iterator<void>

/** What is painted over. */
export interface Scene {
  readonly step: Step
  /** What is looked at while a key is held: the sheets without the tracing, the tracing alone, or only the active layer. */
  readonly looking: 'sheets' | 'tracing' | 'layer' | null
  readonly session: Session
  readonly context: ToolContext
  /** The underlays as this window shows them. */
  readonly underlays: readonly Underlay[]
  /**
   * Shows something costly from a picture of it, which is painted anew beside the old one.
   * @param key what the picture shows besides the view: another key wants another picture
   */
  picture(paint: PiecewisePainter, key: string): void
}

/** Anything that can be heard. */
export interface Source {
  subscribe(listener: () => void): () => void
}

/** Something painted on the board. */
export interface Overlay {
  readonly name: string
  readonly z: number
  /** Whether it belongs to the tracing, which can be looked away from, or is there in any case. */
  readonly of: 'tracing' | 'marks'
  /** What it follows, besides the project, the view and what is in hand: the board is painted anew when that changes. */
  readonly follows?: readonly Source[]
  paint(canvas: CanvasRenderingContext2D, view: View, scene: Scene): void
}
