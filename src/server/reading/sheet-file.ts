import type { Affine } from '@/core/geometry/affine'
import type { Point } from '@/core/geometry/vector'
import type { Linework } from '@/core/sheet/linework'
import type { StatedMeasure } from '@/core/sheet/measures'
import type { Greys } from '@/core/sheet/raster-lines'
import type { Solids } from '@/core/sheet/solids'

/** A file of any kind, opened: what the readers, the command line and the tests ask of it. */
export interface SheetFile {
  readonly pageCount: number
  /** What the file says of the program that wrote it. */
  readonly producer: string
  /** Names that the file gives its pages; null for a page without. */
  names(): Promise<readonly (string | null)[]>
  /** Files that a portfolio holds; those of no kind that can be read without their bytes. */
  embedded?(): Promise<readonly { readonly name: string; readonly bytes: Uint8Array | null }[]>
  /** @param number from 1 @throws SourceError */
  page(number: number): Promise<SheetPage>
  close(): Promise<void>
}

/** One page of a file, as displayed. */
export interface SheetPage {
  readonly number: number
  readonly widthPt: number
  readonly heightPt: number
  /** Degrees clockwise by which the file says the page is to be turned. */
  readonly rotation: number
  /** For a page that is an image: pixels to the inch. */
  readonly resolution: Resolution | null
  /** Where the zero of the file's own coordinates lies, in points of the sheet. */
  readonly zeroPt: Point
  /** Of a storey of a building model: how high its floor lies over the zero of the model. */
  readonly elevationMm?: number | undefined
  /** Everything drawn. @throws SourceError */
  linework(): Promise<Linework>
  /**
   * A JPEG picture on white paper, PICTURE_PX on its longer side. Once it is drawn the next page can be; it is packed
   * beside that. @throws SourceError
   */
  picture(): Promise<Picture>
  /** Its brightness, pixel by pixel, large enough to read; null where that can't be had, as for a drawing of lines alone. */
  greys(longerSidePx: number): Promise<Greys | null>
  /** The scales that the file records for parts of the page. */
  measures?(): Promise<readonly StatedMeasure[]>
  /** Of a storey of a building model: its solids (see core/sheet/solids.ts); null where they are too many to be shown. */
  solids?(): Promise<Solids | null>
  /** What the page is drawn from as printed. Asked for after the linework. @throws SourceError */
  print(): Promise<PrintParts>
}

/** A picture that is drawn, on its way to be bytes. */
export interface Picture {
  readonly packed: Promise<Uint8Array>
}

export interface Resolution {
  readonly dpi: number
  /** Whether the file states it. */
  readonly stated: boolean
}

/** What a page is drawn from as printed; neither for a drawing that is only lines. */
export interface PrintParts {
  /** The file itself, another one made of it, or none. */
  readonly pdf: 'source' | Uint8Array | null
  /** Large images beneath it, as pyramids, each with its map from the unit square (y up) to the sheet. */
  readonly tiles: readonly { readonly pyramid: Uint8Array; readonly map: Affine }[]
}

/** Pixels of the longer side of a picture: enough to recognise a page, and to stand on the board until it is drawn sharp. */
export const PICTURE_PX = 1200

export interface OpenOptions {
  readonly password?: string
}

/**
 * Opens the bytes of a file of one kind.
 * @param bytes the whole file; taken over, not to be used afterwards
 * @throws SourceError
 */
export type Opener = (bytes: Uint8Array, options: OpenOptions) => Promise<SheetFile>
