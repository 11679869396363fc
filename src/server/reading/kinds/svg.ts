import { createRequire } from 'node:module'
import { XMLParser, XMLValidator } from 'fast-xml-parser'
import PDFDocument from 'pdfkit'
import toPdf from 'svg-to-pdfkit'
import { joinWords } from '@/core/sheet/join-runs'
import { SourceError } from '@/core/sheet/problem'
import type { Opener, PrintParts, SheetFile } from '../sheet-file'
import { openPdfFile } from './pdf'
import { withoutEntities } from './svg-entities'
import { withoutSwitches } from './svg-switch'

/** Size of a drawing that states none (CSS, “Replaced elements”). */
const USUAL_PX = { width: 300, height: 150 }
const PT_PER_PX = 72 / 96

/** Points in the units of lengths (CSS Values 4, 6.2). */
const UNIT_PT: Record<string, number> = {
  '': PT_PER_PX,
  px: PT_PER_PX,
  pt: 1,
  pc: 12,
  in: 72,
  cm: 72 / 2.54,
  mm: 72 / 25.4,
  q: 72 / 101.6,
}

/** A drawing is made a PDF, and read and drawn as one. Scripts are not run, and nothing outside the file is fetched. */
export const openSvg: Opener = async (bytes) => {
  const made = await asPdf(bytes)
  return new SvgFile(await openPdfFile(made.slice(), {}), made)
}

class SvgFile implements SheetFile {
  readonly pageCount = 1
  readonly producer = ''

  constructor(
    private readonly file: SheetFile,
    private readonly made: Uint8Array,
  ) {}

  async names(): Promise<readonly (string | null)[]> {
    return [null]
  }

  async page(number: number) {
    const page = await this.file.page(number)
    const print = async (): Promise<PrintParts> => {
      const parts = await page.print()
      return parts.pdf === 'source' ? { ...parts, pdf: this.made } : parts
    }
    return {
      number,
      widthPt: page.widthPt,
      heightPt: page.heightPt,
      rotation: 0,
      resolution: null,
      zeroPt: { x: 0, y: page.heightPt },
      // Words are placed one by one; they are a phrase all the same.
      linework: async () => {
        const linework = await page.linework()
        return { ...linework, text: joinWords(linework.text) }
      },
      picture: () => page.picture(),
      greys: (longerSidePx: number) => page.greys(longerSidePx),
      print,
    }
  }

  close(): Promise<void> {
    return this.file.close()
  }
}

/** Only images that the file carries itself. */
const ownImage = (link: string): string =>
  /^data:image\/(png|jpe?g);base64,/i.test(link.trim()) ? link.replace(/\s+/g, '') : ''

const FONT = createRequire(import.meta.url).resolve('dejavu-fonts-ttf/ttf/DejaVuSans.ttf')
/** Letters that the fonts every PDF reader has don't hold. */
const BEYOND_LATIN = /[^\t\n\r -\u00ff\u2013\u2014\u2018-\u201e\u2022\u2026\u20ac]/

async function asPdf(bytes: Uint8Array): Promise<Uint8Array> {
  const text = withoutSwitches(withoutEntities(textOf(bytes)))
  const { width, height } = sizeOf(text)
  const document = new PDFDocument({ size: [width, height], margin: 0, autoFirstPage: true })
  const pieces: Buffer[] = []
  const ended = new Promise<void>((resolve, reject) => {
    document.on('data', (piece: Buffer) => pieces.push(piece))
    document.on('end', () => resolve())
    document.on('error', reject)
  })
  try {
    toPdf(document, text, 0, 0, {
      width,
      height,
      warningCallback: () => undefined,
      imageCallback: ownImage,
      ...(BEYOND_LATIN.test(text) ? { fontCallback: () => FONT } : {}),
    } as Parameters<typeof toPdf>[4])
    document.end()
    await ended
  } catch (error) {
    throw new SourceError('broken-drawing', error)
  }
  return new Uint8Array(Buffer.concat(pieces))
}

function textOf(bytes: Uint8Array): string {
  const text = decoderFor(bytes).decode(bytes)
  if (XMLValidator.validate(text) !== true) throw new SourceError('broken-drawing')
  return text
}

/** By the mark at its beginning, else as it says itself (XML 1.0, 4.3.3). */
function decoderFor(bytes: Uint8Array): TextDecoder {
  if (bytes[0] === 0xff && bytes[1] === 0xfe) return new TextDecoder('utf-16le')
  if (bytes[0] === 0xfe && bytes[1] === 0xff) return new TextDecoder('utf-16be')
  const head = new TextDecoder('latin1').decode(bytes.subarray(0, 200))
  const stated = head.match(/^[^<]*<\?xml[^>]*\bencoding\s*=\s*["']([\w.:-]+)["']/)?.[1] ?? 'utf-8'
  try {
    return new TextDecoder(/^utf-?16/i.test(stated) ? 'utf-8' : stated)
  } catch {
    return new TextDecoder()
  }
}

/** The size that a drawing states, in points. */
function sizeOf(text: string): { width: number; height: number } {
  const parser = new XMLParser({
    ignoreAttributes: false,
    processEntities: false,
    attributeNamePrefix: '',
    stopNodes: ['svg.*'],
  })
  const root = (parser.parse(text) as { svg?: Record<string, unknown> }).svg
  if (!root) throw new SourceError('broken-drawing')
  const box = String(root.viewBox ?? '')
    .trim()
    .split(/[\s,]+/)
    .map(Number)
  const boxed = box.length === 4 && box[2]! > 0 && box[3]! > 0
  const shape = boxed ? { width: box[2]!, height: box[3]! } : USUAL_PX
  const width = lengthPt(root.width)
  const height = lengthPt(root.height)
  const size = {
    width: width ?? (height !== null ? (height * shape.width) / shape.height : shape.width * PT_PER_PX),
    height: height ?? (width !== null ? (width * shape.height) / shape.width : shape.height * PT_PER_PX),
  }
  if (!(size.width > 0 && size.height > 0)) throw new SourceError('empty-drawing')
  if (Math.max(size.width, size.height) > 1e6) throw new SourceError('page-too-large')
  return size
}

/** A length as the file writes it; null where it states none, or a part of something unknown. */
function lengthPt(value: unknown): number | null {
  const found = String(value ?? '')
    .trim()
    .match(/^([+\d.eE-]+)\s*([a-z]*)$/i)
  const factor = found && UNIT_PT[found[2]!.toLowerCase()]
  return found && factor && Number.isFinite(Number(found[1])) ? Number(found[1]) * factor : null
}
