import { readFile, writeFile } from 'node:fs/promises'
import { join } from 'node:path'
import { PDFContext, PDFObjectParser, PDFRef, PDFWriter } from 'pdf-lib'
import { inScratch, program } from './producers'

interface HandWritten {
  /** Entries of the page beside its box and contents, as PDF writes them: `/Rotate 90`. */
  page?: string
  /** Entries of the page's resource dictionary. */
  resources?: string
  /** Objects beside the page's own, numbered from 10; each is a dictionary's body, or a body with a stream. */
  objects?: readonly (string | { dictionary: string; stream: string })[]
  mediaBox?: string
  /** Entries of the catalog. */
  catalog?: string
}

/** A one-page PDF written by hand, for what no producer writes. */
export function handWritten(
  content: string,
  { page = '', resources = '', objects = [], mediaBox = '0 0 300 200', catalog = '' }: HandWritten = {},
): Promise<Uint8Array> {
  const bodies = new Map<number, string>([
    [1, `<< /Type /Catalog /Pages 2 0 R ${catalog} >>`],
    [2, '<< /Type /Pages /Kids [3 0 R] /Count 1 >>'],
    [
      3,
      `<< /Type /Page /Parent 2 0 R /MediaBox [${mediaBox}] /Contents 4 0 R /Resources << ${resources} >> ${page} >>`,
    ],
    [4, streamOf('', content)],
  ])
  objects.forEach((each, i) => {
    bodies.set(10 + i, typeof each === 'string' ? `<< ${each} >>` : streamOf(each.dictionary, each.stream))
  })
  return assemble(bodies)
}

/** A PDF whose page tree is empty. */
export const noPages = (): Promise<Uint8Array> =>
  assemble(
    new Map([
      [1, '<< /Type /Catalog /Pages 2 0 R >>'],
      [2, '<< /Type /Pages /Kids [] /Count 0 >>'],
    ]),
  )

/** A small file whose page never ends: forms within forms, each drawing the next ten times. */
export function endlessPage(): Promise<Uint8Array> {
  const levels = 9
  const objects = Array.from({ length: levels }, (_, i) => {
    const last = i === levels - 1
    const inner = last ? '' : `/Resources << /XObject << /F ${11 + i} 0 R >> >>`
    return {
      dictionary: `/Type /XObject /Subtype /Form /BBox [0 0 300 200] ${inner}`,
      stream: last ? '0 0 m 100 100 l S' : '/F Do '.repeat(10),
    }
  })
  return handWritten('/F Do', { resources: '/XObject << /F 10 0 R >>', objects })
}

/** A file with its cross-reference table pointing nowhere. */
export function brokenCrossReference(pdf: Uint8Array): Uint8Array {
  const text = Buffer.from(pdf).toString('latin1')
  const moved = text.replace(/startxref\s+\d+/, 'startxref\n7')
  return new Uint8Array(Buffer.from(moved.replace(/\d{10} 00000 n/g, '0000000009 00000 n'), 'latin1'))
}

/** A file that opens only with a password. */
export const withPassword = (pdf: Uint8Array, password: string): Promise<Uint8Array> =>
  inScratch(async (folder) => {
    await writeFile(join(folder, 'in.pdf'), pdf)
    await program('qpdf', '--encrypt', password, 'owner', '256', '--', join(folder, 'in.pdf'), join(folder, 'out.pdf'))
    return new Uint8Array(await readFile(join(folder, 'out.pdf')))
  })

const streamOf = (dictionary: string, stream: string): string =>
  `<< ${dictionary} /Length ${Buffer.byteLength(stream, 'latin1')} >>\nstream\n${stream}\nendstream`

/** A file of objects given as PDF writes them, by their numbers; 1 is the catalog. */
function assemble(bodies: ReadonlyMap<number, string>): Promise<Uint8Array> {
  const context = PDFContext.create()
  for (const [number, body] of bodies) {
    const object = PDFObjectParser.forBytes(Buffer.from(body, 'latin1'), context).parseObject()
    context.assign(PDFRef.of(number), object)
  }
  context.trailerInfo.Root = PDFRef.of(1)
  return PDFWriter.forContext(context, Infinity).serializeToBuffer()
}
