import { readFile, writeFile } from 'node:fs/promises'
import { join } from 'node:path'
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
): Uint8Array {
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
export const noPages = (): Uint8Array =>
  assemble(
    new Map([
      [1, '<< /Type /Catalog /Pages 2 0 R >>'],
      [2, '<< /Type /Pages /Kids [] /Count 0 >>'],
    ]),
  )

/** A small file whose page never ends: forms within forms, each drawing the next ten times. */
export function endlessPage(): Uint8Array {
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

function assemble(bodies: ReadonlyMap<number, string>): Uint8Array {
  let file = '%PDF-1.7\n'
  const places = new Map<number, number>()
  for (const [number, body] of bodies) {
    places.set(number, file.length)
    file += `${number} 0 obj\n${body}\nendobj\n`
  }
  const start = file.length
  const size = Math.max(...bodies.keys()) + 1
  file += `xref\n0 ${size}\n0000000000 65535 f \n`
  for (let number = 1; number < size; number++) {
    const place = places.get(number)
    file += place === undefined ? '0000000000 65535 f \n' : `${String(place).padStart(10, '0')} 00000 n \n`
  }
  file += `trailer\n<< /Size ${size} /Root 1 0 R >>\nstartxref\n${start}\n%%EOF\n`
  return new Uint8Array(Buffer.from(file, 'latin1'))
}
