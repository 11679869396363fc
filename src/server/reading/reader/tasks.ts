import type { ScaleProposal } from '@/core/fit/proposal/propose'
import type { Point } from '@/core/geometry/vector'
import type { Counts, PageContent } from '@/core/sheet/linework'
import type { SourceProblem } from '@/core/sheet/problem'
import type { StatedRatio } from '@/core/units/ratio-in-text'
import type { PrintParts, Resolution } from '../sheet-file'

/** What a reader is asked, page by page of one file. It knows bytes and nothing of projects. */
export type Task =
  | { readonly kind: 'open' }
  | { readonly kind: 'picture'; readonly page: number }
  /** @property pictured whether the page has its picture already */
  | { readonly kind: 'lines'; readonly page: number; readonly pictured: boolean }
  | { readonly kind: 'letters'; readonly page: number }
  | { readonly kind: 'strokes'; readonly page: number }

export type TaskKind = Task['kind']

/** The file that tasks are about. Its bytes go along once, to a reader that does not have it open. */
export interface TaskFile {
  readonly key: string
  readonly bytes?: Uint8Array
  readonly password: string | null
}

/** A file within the one that is read: its bytes where it is of a kind that can be read. */
export interface EmbeddedFile {
  readonly name: string
  readonly bytes: Uint8Array | null
}

/** What a file says of itself before any page is read. */
export interface OpenedFile {
  readonly producer: string
  /** Of a portfolio. */
  readonly embedded: readonly EmbeddedFile[]
  readonly pages: readonly OpenedPage[]
}

export interface OpenedPage {
  readonly label: string | null
  readonly widthPt: number
  readonly heightPt: number
  readonly zeroPt: Point
  /** Of a storey of a building model. */
  readonly elevationMm: number | null
  readonly resolution: Resolution | null
  /** Why it can't be read at all. */
  readonly problem: SourceProblem | null
}

/** Everything that reading a page comes to. */
export interface ReadLines {
  /** Linework and catch index (CQL1). */
  readonly bytes: Uint8Array
  readonly print: PrintParts
  /** Of a storey of a building model (see core/sheet/solids.ts). */
  readonly solids: Uint8Array | null
  /** JPEG, where the page had no picture yet. */
  readonly picture: Uint8Array | null
  readonly findings: Findings
  /** Whether its figures are still to be read from its picture. */
  readonly lettering: boolean
}

/** What is told of a page without its lines at hand. */
export interface Findings {
  readonly counts: Counts
  readonly content: PageContent
  readonly ratio: StatedRatio | null
  readonly proposal: ScaleProposal | null
  readonly words: string
  readonly roundingPt: number | null
  readonly signature: number[]
}

export interface TaskResults {
  open: OpenedFile
  picture: Uint8Array
  lines: ReadLines
  letters: ScaleProposal | null
  /** Linework and catch index (CQL1). */
  strokes: Uint8Array
}

/** How a task ended: done, stopped by a fault of the file, or by one of the reader itself (which is tried again). */
export type Outcome<K extends TaskKind = TaskKind> =
  | { readonly done: TaskResults[K] }
  | { readonly problem: SourceProblem }
  | { readonly fault: string }

/** Tasks of one file, in order. */
export interface Asked {
  readonly file: TaskFile
  readonly tasks: readonly Task[]
}

/** What a reader tells whoever started it. */
export type ReaderWord =
  | { readonly word: 'ready' }
  /** It begins with this one of the tasks. */
  | { readonly word: 'begun'; readonly index: number }
  /** Not always in order: a picture is packed while the next one is drawn. */
  | { readonly word: 'ended'; readonly index: number; readonly outcome: Outcome }
