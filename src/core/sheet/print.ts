import type { Affine } from '../geometry/affine'

/** What a sheet is drawn from as printed; neither for a drawing that is only lines. */
export interface Print {
  /** A PDF by its content hash, and the page of it. */
  readonly pdf: { readonly hash: string; readonly page: number } | null
  /** Large images, drawn beneath it from pyramids (pyramid.ts), each with its map from the unit square, y up, to the sheet. */
  readonly tiles: readonly { readonly hash: string; readonly map: Affine }[]
}
