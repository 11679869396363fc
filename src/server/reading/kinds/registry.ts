import type { SourceKind } from '@/core/sheet/kinds'
import type { Opener } from '../sheet-file'

/** What opens each kind of file, loaded when the first of it comes: a new kind is a file beside this, a line here, and its mark in core/sheet/kinds.ts. */
export const OPENERS: Readonly<Record<SourceKind, () => Promise<Opener>>> = {
  pdf: async () => (await import('./pdf')).openPdfFile,
  image: async () => (await import('./image')).openImage,
  svg: async () => (await import('./svg')).openSvg,
  ifc: async () => (await import('./ifc')).openIfc,
  dxf: async () => (await import('./dxf')).openDxf,
}
