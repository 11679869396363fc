/** What DXF puts before its binary form. */
export const BINARY_DXF_MARK = /^\w+ Binary DXF\r\n/

/** How much of a file is looked at to tell its kind. */
export const HEAD_BYTES = 4096

/** How much of its end: the list of what a ZIP holds stands there. */
export const TAIL_BYTES = 65_536

/** How far into a PDF its mark may stand: readers accept 1024 bytes of anything before it (ISO 32000-1, annex H). */
const PDF_MARK_WITHIN = 1024

export const SOURCE_KINDS = ['pdf', 'image', 'svg', 'dxf', 'ifc'] as const
export type SourceKind = (typeof SOURCE_KINDS)[number]

interface FileKind {
  readonly kind: SourceKind
  readonly mediaType: string
  /** Whether a file that begins and ends like this is of the kind, both as Latin-1. */
  recognise(head: string, tail: string): boolean
}

/** Each a list of strings with the places where they stand. */
const IMAGE_MARKS: readonly (readonly (readonly [mark: string, at: number])[])[] = [
  [['\x89PNG\r\n\x1a\n', 0]],
  [['\xff\xd8\xff', 0]],
  [
    ['RIFF', 0],
    ['WEBP', 8],
  ],
  [['II*\0', 0]],
  [['II+\0', 0]],
  [['MM\0*', 0]],
  [['MM\0+', 0]],
  // JPEG 2000, as a file and as a bare codestream, and JBIG2.
  [['\0\0\0\x0cjP  ', 0]],
  [['\xff\x4f\xff\x51', 0]],
  [['\x97JB2\r\n\x1a\n', 0]],
]

/** Every kind of file that can be brought in; each has its opener in server/reading/kinds. */
const FILE_KINDS: readonly FileKind[] = [
  // A drawing with the files that it shows beside it; first, as a PDF that stands in it unpacked shows its mark as well.
  { kind: 'dxf', mediaType: 'application/zip', recognise: (head, tail) => isZip(head) && /\.dxf/i.test(tail) },
  { kind: 'pdf', mediaType: 'application/pdf', recognise: (text) => text.slice(0, PDF_MARK_WITHIN).includes('%PDF-') },
  {
    kind: 'image',
    mediaType: 'image/*',
    recognise: (text) => IMAGE_MARKS.some((marks) => marks.every(([mark, at]) => text.startsWith(mark, at))),
  },
  {
    kind: 'svg',
    mediaType: 'image/svg+xml',
    recognise: (text) => /<svg[\s>]|<!DOCTYPE\s+svg\b/i.test(text.replaceAll('\0', '')),
  },
  {
    kind: 'ifc',
    mediaType: 'application/x-step',
    recognise: (text) => text.startsWith('ISO-10303-21;') && /FILE_SCHEMA\s*\(\s*\(\s*'IFC/i.test(text),
  },
  { kind: 'dxf', mediaType: 'image/vnd.dxf', recognise: looksLikeDxf },
]

const isZip = (head: string): boolean => head.startsWith('PK\x03\x04')

/** Whether the bytes of a drawing are a ZIP of it and of files beside it. */
export const isBundle = (bytes: Uint8Array): boolean => isZip(new TextDecoder('latin1').decode(bytes.subarray(0, 4)))

/**
 * The kind of a file by how it begins and ends; null for one that can't be brought in.
 * @param start up to HEAD_BYTES are looked at, @param end up to TAIL_BYTES; both may be the whole file
 */
export function kindOf(start: Uint8Array, end = start): FileKind | null {
  const latin1 = new TextDecoder('latin1')
  const head = latin1.decode(start.subarray(0, HEAD_BYTES))
  const tail = latin1.decode(end.subarray(-TAIL_BYTES))
  return FILE_KINDS.find((kind) => kind.recognise(head, tail)) ?? null
}

/** Whether the beginning of a file is that of a DXF drawing, text or binary. */
function looksLikeDxf(head: string): boolean {
  return BINARY_DXF_MARK.test(head) || /^\uFEFF?(?:\s*999\r?\n[^\n]*\n)*\s*0\r?\n\s*SECTION\s/.test(head)
}
