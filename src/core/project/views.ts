import type { Point } from '../geometry/vector'
import type { SourceKind } from '../sheet/kinds'
import type { Counts, PageContent } from '../sheet/linework'
import type { Print } from '../sheet/print'
import type { StatedRatio } from '../units/ratio-in-text'

/** A page as clients see it. */
export interface SheetView {
  readonly id: string
  /** From 1. */
  readonly number: number
  /** The name that the file gives it. */
  readonly label: string | null
  readonly widthPt: number
  readonly heightPt: number
  readonly status: 'waiting' | 'reading' | 'ready' | 'failed' | 'stopped'
  /** A sentence where it could not be read. */
  readonly problem: string | null
  /** Whether that was no fault of the file. */
  readonly canTryAgain: boolean
  readonly content: PageContent | null
  readonly counts: Counts | null
  readonly pictureHash: string | null
  readonly lineworkHash: string | null
  /** Of a page that is a picture: its strokes as linework, once they are traced. */
  readonly strokesHash: string | null
  /** How far that is; null where nobody asked for them. */
  readonly strokes: 'tracing' | 'traced' | 'failed' | null
  /** Of a storey of a building model: how high its floor lies over the zero of the model. */
  readonly elevationMm: number | null
  /** Of a storey of a building model: its solids (see core/sheet/solids.ts). */
  readonly solidsHash: string | null
  readonly print: Print | null
  /** The ratio that it names as its own. */
  readonly ratio: StatedRatio | null
  /** How far its coordinates may be off by how large they are in the file, in points; null where that is nothing. */
  readonly roundingPt: number | null
  /** Where the zero of the file's own coordinates lies, in points of the sheet. */
  readonly zeroPt: Point
  /** Of a page that is an image; `set` where the person overruled what the file says. */
  readonly resolution: { readonly dpi: number; readonly stated: boolean; readonly set: boolean } | null
  /** Size of the paper as the person says against that as the file says. */
  readonly paperFactor: number
}

/** A file within another one, as in a portfolio. */
export interface HeldFile {
  readonly name: string
  /** Whether it is of a kind that can be read: then it was brought in beside the file that holds it. */
  readonly readable: boolean
}

/** A file as clients see it. */
export interface SourceView {
  readonly id: string
  readonly name: string
  readonly kind: SourceKind
  readonly status: 'waiting' | 'reading' | 'ready' | 'locked' | 'failed'
  /** A sentence where it could not be opened. */
  readonly problem: string | null
  /** Whether that was no fault of the file. */
  readonly canTryAgain: boolean
  readonly contentHash: string
  readonly pageCount: number | null
  /** Whether a password opens it. The password itself never leaves the server. */
  readonly isProtected: boolean
  /** Of a portfolio: what it holds; empty for any other file. */
  readonly holds: readonly HeldFile[]
  /** The older revision that it took the place of. */
  readonly supersedes: string | null
  /** A sentence where the stored bytes are lost or damaged. */
  readonly damage: string | null
  readonly sheets: readonly SheetView[]
}

/** A state of a project that was issued, with its files as they were. */
export interface IssueView {
  readonly id: string
  readonly name: string
  readonly note: string
  /** The state of the project that it is. */
  readonly revision: number
  /** Names of the formats in which it was handed over. */
  readonly formats: readonly string[]
  /** Who issued it; left out where nobody signs in. */
  readonly author?: string
  /** ISO 8601. */
  readonly madeAt: string
  readonly status: 'making' | 'ready' | 'failed'
  /** A sentence where its files could not be made. */
  readonly problem: string | null
  /** Of its files; null until they are made. */
  readonly bytes: number | null
}

/** One thing that was done to a project. */
export interface HistoryEntry {
  /** The state after it. */
  readonly revision: number
  readonly label: string
  readonly cause: 'edit' | 'undo' | 'redo'
  /** The change that was made, or that was undone or redone. */
  readonly changeId: string
  /** ISO 8601. */
  readonly madeAt: string
  /** What whoever made it was called; left out where nobody signs in. */
  readonly author?: string
  /** How many records it touched. */
  readonly edits: number
}
