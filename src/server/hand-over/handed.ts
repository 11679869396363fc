import type { ProjectRecord } from '@/core/model/registry'
import type { SourceKind } from '@/core/sheet/kinds'

/** What is handed over. */
export interface HandedProject {
  readonly id: string
  /** What tells it from every other project, wherever it is kept; its id where left out. */
  readonly identity?: string
  readonly name: string
  readonly records: readonly ProjectRecord[]
  /** An earlier state, where differences from it are told. */
  readonly before?: readonly ProjectRecord[]
  /** What the pages of its sheets draw (see core/sheet/binary.ts), by the ids of their underlays, where they go out too. */
  readonly linework?: readonly { readonly underlayId: string; readonly bytes: Uint8Array }[]
  /** Two issues of a sheet, where what changed between them is told. */
  readonly issues?: { readonly older: HandedPage; readonly newer: HandedPage }
  /** The files of its sheets, where they go out beside it. */
  readonly files?: readonly SheetFile[]
}

/** A page with what it draws (see core/sheet/binary.ts). */
export interface HandedPage {
  readonly name: string
  /** Millimetres on site in one point, where it lies on the board. */
  readonly mmPerPt: number | null
  readonly bytes: Uint8Array
}

/** The file of a sheet, with the page of it that the sheet is. */
export interface SheetFile {
  readonly underlayId: string
  readonly name: string
  readonly kind: SourceKind
  /** From 1. */
  readonly page: number
  readonly widthPt: number
  readonly heightPt: number
  readonly bytes: Uint8Array
}
