import { readFile, writeFile } from 'node:fs/promises'
import { join } from 'node:path'
import { PDFDocument, PDFName } from 'pdf-lib'
import sharp from 'sharp'
import { beforeAll, describe, expect, it } from 'vitest'
import { isVisible } from '@/core/sheet/linework'
import { decodePyramidHeader, pyramidHeaderEnd } from '@/core/sheet/pyramid'
import { MM_PER_PT } from '@/core/units/length'
import { makeLayouts } from '../../../../tests/support/ezdxf-drawings'
import { handWritten } from '../../../../tests/support/hand-written'
import { inScratch, program } from '../../../../tests/support/producers'
import { openSource } from '../open-source'
import type { SheetFile } from '../sheet-file'
import { openPdfFile } from './pdf'

const svg = (body: string, attributes = 'width="1000" height="700"') =>
  `<svg xmlns="http://www.w3.org/2000/svg" xmlns:xlink="http://www.w3.org/1999/xlink" ${attributes}>${body}</svg>`
/** A picture that is dark in its upper left quarter. */
const PICTURE = Buffer.from(
  svg('<rect width="1000" height="700" fill="#fff"/><rect width="500" height="350" fill="#222"/>'),
)
const open = (bytes: Uint8Array | string): Promise<SheetFile> =>
  openSource(typeof bytes === 'string' ? new TextEncoder().encode(bytes) : new Uint8Array(bytes))

/** Brightness of the four quarters of the full size of a page: upper left, upper right, lower left, lower right. */
async function quarters(file: SheetFile, number = 1): Promise<number[]> {
  const { tiles } = await (await file.page(number)).print()
  const { pyramid } = tiles[0]!
  const { levels } = decodePyramidHeader(pyramid)
  const start = pyramidHeaderEnd(pyramid)
  // The level that is one tile shows all of it.
  const [from, to] = levels[0]!.offsets
  const { data, info } = await sharp(pyramid.subarray(start + from!, start + to!))
    .greyscale()
    .raw()
    .toBuffer({ resolveWithObject: true })
  const at = (x: number, y: number) =>
    data[(Math.floor(y * info.height) * info.width + Math.floor(x * info.width)) * info.channels]!
  return [at(0.25, 0.25), at(0.75, 0.25), at(0.25, 0.75), at(0.75, 0.75)].map((value) => (value < 128 ? 0 : 1))
}

describe('images', () => {
  it.each(['png', 'jpeg', 'webp', 'tiff'] as const)(
    '%s: size from its resolution, pixels the right way up',
    async (format) => {
      const bytes = await sharp(PICTURE).withMetadata({ density: 150 }).toFormat(format).toBuffer()
      const file = await open(bytes)
      const page = await file.page(1)
      expect(page.widthPt * MM_PER_PT).toBeCloseTo((1000 / 150) * 25.4, 2)
      expect(page.resolution).toMatchObject({ dpi: 150, stated: true })
      expect(page.widthPt / page.heightPt).toBeCloseTo(10 / 7, 6)
      expect(await quarters(file)).toEqual([0, 1, 1, 1])
      const picture = await sharp(await (await page.picture()).packed).metadata()
      expect(picture.width! / picture.height!).toBeCloseTo(10 / 7, 2)
    },
  )

  it.each([
    [6, [1, 0, 1, 1], 0.7],
    [8, [1, 1, 0, 1], 0.7],
    [3, [1, 1, 1, 0], 1 / 0.7],
  ])('the turn that a camera noted (%i) is respected', async (orientation, expected, shape) => {
    const file = await open(await sharp(PICTURE).withMetadata({ orientation }).jpeg().toBuffer())
    const page = await file.page(1)
    expect(page.widthPt / page.heightPt).toBeCloseTo(shape, 2)
    expect(await quarters(file)).toEqual(expected)
  })

  it('every page of a fax, at its resolution', async () => {
    const pages =
      'newpath 20 20 moveto 400 400 lineto stroke showpage 0 421 moveto 297 421 lineto 297 842 lineto 0 842 lineto fill showpage'
    const file = await open(
      await inScratch(async (folder) => {
        const out = join(folder, 'out.tif')
        await program(
          'gs',
          '-q',
          '-dNOPAUSE',
          '-dBATCH',
          '-sDEVICE=tiffg4',
          '-r200',
          `-sOutputFile=${out}`,
          '-c',
          pages,
        )
        return new Uint8Array(await readFile(out))
      }),
    )
    expect(file.pageCount).toBe(2)
    const page = await file.page(2)
    expect(page.heightPt).toBeCloseTo(842, 0)
    expect(page.resolution).toMatchObject({ dpi: 200, stated: true })
    expect(await quarters(file, 2)).toEqual([0, 1, 1, 1])
  })

  it('one of more pixels than can be read is refused before they are', async () => {
    // Thirty thousand pixels square: nearly a thousand million, in a few hundred bytes of header.
    const bomb = await sharp({ create: { width: 8, height: 8, channels: 3, background: '#fff' } })
      .png()
      .toBuffer()
    bomb.writeUInt32BE(31_000, 16)
    bomb.writeUInt32BE(31_000, 20)
    await expect(open(bomb)).rejects.toMatchObject({ problem: expect.stringMatching(/too-many-pixels|broken-image/) })
  })

  it('one cut short is refused', async () => {
    const whole = await sharp(PICTURE).png().toBuffer()
    const file = await open(whole.subarray(0, whole.length / 2))
    await expect((await file.page(1)).print()).rejects.toMatchObject({ problem: 'broken-image' })
  })
})

describe('SVG', () => {
  it('keeps lines, curves and text, at the size that it states', async () => {
    const body =
      '<path d="M10 10 H110 V60"/><circle cx="50" cy="50" r="20"/><text x="20" y="90" font-size="6">Plan 1:50</text>'
    const file = await open(
      svg(`<g fill="none" stroke="#000">${body}</g>`, 'width="200mm" height="100mm" viewBox="0 0 200 100"'),
    )
    const page = await file.page(1)
    expect([page.widthPt, page.heightPt].map((pt) => pt * MM_PER_PT)).toEqual([
      expect.closeTo(200, 3),
      expect.closeTo(100, 3),
    ])
    const { segments, curveFlags, text } = await page.linework()
    const mm = [...segments].map((pt) => Math.round(pt * MM_PER_PT * 100) / 100)
    expect(mm).toEqual([10, 90, 110, 90, 110, 90, 110, 40])
    expect(curveFlags.length).toBeGreaterThanOrEqual(4)
    expect(text.map((run) => run.text)).toEqual(['Plan 1:50'])
    expect((await page.print()).pdf).toBeInstanceOf(Uint8Array)
  })

  it('text in other scripts stays what it says', async () => {
    const file = await open(svg('<text x="10" y="40" font-size="20">План этажа Ω</text>'))
    expect((await (await file.page(1)).linework()).text.map((run) => run.text)).toEqual(['План этажа Ω'])
  })

  it('a switch shows its first child that asks for nothing we lack, and nothing else of the drawing is lost', async () => {
    const foreign =
      '<foreignObject requiredExtensions="http://example.org/" width="1" height="1"><i>x</i></foreignObject>'
    const drawn = '<g><path d="M0 0 H50" stroke="#000"/><path d="M0 9 H50" stroke="#000"/></g>'
    const german = '<text x="1" y="20" systemLanguage="de">Tür</text>'
    const english = '<text x="1" y="20" systemLanguage="en, fr">Door &amp; frame</text>'
    const other = '<text x="1" y="20">Porte</text>'
    const body = `<style><![CDATA[.a{stroke:#000}]]></style><switch>${foreign}${drawn}</switch><switch>${german}${english}${other}</switch><path class="a" d="M0 30 H50"/>`
    const file = await open(svg(body, 'width="100" height="100"'))
    const { segmentFlags, text } = await (await file.page(1)).linework()
    expect(segmentFlags).toHaveLength(3)
    expect(text.map((run) => run.text)).toEqual(['Door & frame'])
  })

  it('runs no scripts and takes nothing from outside', async () => {
    const asked: string[] = []
    const fetched = globalThis.fetch
    globalThis.fetch = async (url) => {
      asked.push(String(url))
      throw new Error('nothing is fetched')
    }
    try {
      const body =
        '<script>globalThis.ran = true</script><image href="/etc/hostname" width="90" height="90"/><image href="http://127.0.0.1:9/a.png" width="90" height="90"/><use href="http://127.0.0.1:9/b.svg#x"/><path d="M0 0 H50" stroke="#000"/>'
      const file = await open(svg(body, 'onload="globalThis.ran = true" width="100" height="100"'))
      const linework = await (await file.page(1)).linework()
      expect(linework.segmentFlags).toHaveLength(1)
      expect(linework.images).toEqual([])
    } finally {
      globalThis.fetch = fetched
    }
    expect(asked).toEqual([])
    expect((globalThis as { ran?: boolean }).ran).toBeUndefined()
  })

  it.each(['<svg ', '<svg><path></svg>', svg('', 'width="0" height="0"')])('%s is refused', async (text) => {
    await expect(open(text)).rejects.toMatchObject({ problem: expect.stringMatching(/drawing/) })
  })
})

/** Fax data as JBIG2 carries it: a page, and one generic region in MMR coding (ISO/IEC 14492, 7.4.6 and 7.4.8). */
function asJbig2(fax: Uint8Array, side: number): Uint8Array {
  const segment = (number: number, type: number, data: Buffer) => {
    const header = Buffer.alloc(11)
    header.writeUInt32BE(number, 0)
    header[4] = type
    header[6] = 1
    header.writeUInt32BE(data.length, 7)
    return Buffer.concat([header, data])
  }
  const page = Buffer.alloc(19)
  page.writeUInt32BE(side, 0)
  page.writeUInt32BE(side, 4)
  const region = Buffer.alloc(18)
  region.writeUInt32BE(side, 0)
  region.writeUInt32BE(side, 4)
  region[17] = 1
  return Buffer.concat([segment(0, 48, page), segment(1, 38, Buffer.concat([region, fax]))])
}

it('a PDF that a certificate protects says so', async () => {
  const pdf = await handWritten('0 0 m 9 9 l S')
  const text = Buffer.from(pdf).toString('latin1')
  const security = '/Encrypt << /Filter /Adobe.PubSec /SubFilter /adbe.pkcs7.s5 /V 4 /R 4 >> /ID [<00> <00>] '
  const locked = Buffer.from(text.replace(/(trailer\s*<<)/, `$1 ${security}`), 'latin1')
  await expect(openPdfFile(new Uint8Array(locked), {})).rejects.toMatchObject({ problem: 'certificate-needed' })
})

it('a portfolio gives the files that it holds, those of other kinds by their names alone', async () => {
  const document = await PDFDocument.create()
  document.addPage([300, 200])
  await document.attach(await handWritten('0 0 m 9 9 l S'), 'plan.pdf', { mimeType: 'application/pdf' })
  await document.attach(new TextEncoder().encode('not a drawing'), 'letter.txt', { mimeType: 'text/plain' })
  const held = async () => {
    const file = await openPdfFile(await document.save(), {})
    try {
      return await file.embedded!()
    } finally {
      await file.close()
    }
  }
  // What is merely attached to a drawing is no portfolio.
  expect(await held()).toEqual([])
  document.catalog.set(PDFName.of('Collection'), document.context.obj({ Type: 'Collection' }))
  const files = new Map((await held()).map(({ name, bytes }) => [name, bytes]))
  expect([...files.keys()].sort()).toEqual(['letter.txt', 'plan.pdf'])
  expect(files.get('letter.txt')).toBeNull()
  const inner = await openPdfFile(files.get('plan.pdf')!, {})
  expect((await (await inner.page(1)).linework()).segmentFlags).toHaveLength(1)
  await inner.close()
})

describe('scans in PDF', () => {
  const SIDE = 4200
  /** Dark in its upper left quarter, too large to be decoded in a browser. */
  let scan: Buffer
  beforeAll(async () => {
    scan = await sharp(PICTURE).resize(SIDE, SIDE, { fit: 'fill' }).greyscale().jpeg().toBuffer()
  })

  /** A page with an image on it, packed as given, and a line on top where asked for. */
  async function scanned(dictionary: Record<string, unknown>, data: Uint8Array, more = ''): Promise<SheetFile> {
    const document = await PDFDocument.create()
    const page = document.addPage([600, 600])
    const image = document.context.stream(data, {
      Type: 'XObject',
      Subtype: 'Image',
      Width: SIDE,
      Height: SIDE,
      ...dictionary,
    } as never)
    page.node.setXObject(PDFName.of('Scan'), document.context.register(image))
    const content = document.context.stream(`q 600 0 0 600 0 0 cm /Scan Do Q ${more}`)
    page.node.set(PDFName.of('Contents'), document.context.register(content))
    return open(await document.save({ useObjectStreams: false }))
  }

  /** Data of the one strip of a fax TIFF. */
  async function faxData(): Promise<Uint8Array> {
    const tiff = await inScratch(async (folder) => {
      const [source, out] = [join(folder, 'in.ps'), join(folder, 'out.tif')]
      await writeFile(source, `0 ${SIDE / 2} ${SIDE / 2} ${SIDE / 2} rectfill showpage`)
      const device = ['-sDEVICE=tiffg4', '-r72', `-g${SIDE}x${SIDE}`, '-dMaxStripSize=0', `-sOutputFile=${out}`]
      await program('gs', '-q', '-dNOPAUSE', '-dBATCH', ...device, source)
      return readFile(out)
    })
    const tags = tiff.readUInt32LE(4)
    const value = (tag: number) => {
      for (let i = 0; i < tiff.readUInt16LE(tags); i++) {
        const at = tags + 2 + 12 * i
        if (tiff.readUInt16LE(at) === tag) return tiff.readUInt32LE(at + 8)
      }
      throw new Error(`The fax has no tag ${tag}.`)
    }
    return tiff.subarray(value(273), value(273) + value(279))
  }

  const gray = { ColorSpace: 'DeviceGray', BitsPerComponent: 8 }
  const fax = { ...gray, BitsPerComponent: 1, Filter: 'CCITTFaxDecode' }

  it('JPEG: is shown by tiles alone', async () => {
    const file = await scanned({ ...gray, Filter: 'DCTDecode' }, scan)
    const page = await file.page(1)
    expect((await page.linework()).images).toMatchObject([{ widthPx: SIDE, heightPx: SIDE }])
    const { pdf, tiles } = await page.print()
    expect(pdf).toBeNull()
    expect(tiles[0]!.map).toEqual([600, 0, 0, 600, 0, 0])
    expect(await quarters(file)).toEqual([0, 1, 1, 1])
    const corner = await sharp(await (await page.picture()).packed)
      .extract({ left: 20, top: 20, width: 99, height: 99 })
      .toBuffer()
    const { dominant } = await sharp(corner).stats()
    expect(dominant.r).toBeLessThan(80)
  })

  it('CCITT group 4, as image and as mask: black stays black', async () => {
    const data = await faxData()
    const parameters = { K: -1, Columns: SIDE, Rows: SIDE }
    expect(await quarters(await scanned({ ...fax, DecodeParms: parameters }, data))).toEqual([0, 1, 1, 1])
    const inverted = { ...fax, DecodeParms: { ...parameters, BlackIs1: true }, Decode: [1, 0] }
    expect(await quarters(await scanned(inverted, data))).toEqual([0, 1, 1, 1])
    const mask = { ImageMask: true, BitsPerComponent: 1, Filter: 'CCITTFaxDecode', DecodeParms: parameters }
    expect(await quarters(await scanned(mask, data))).toEqual([0, 1, 1, 1])
  })

  it('JBIG2 and JPEG 2000: are unpacked by pdf.js', async () => {
    const jbig2 = { ...gray, BitsPerComponent: 1, Filter: 'JBIG2Decode' }
    expect(await quarters(await scanned(jbig2, asJbig2(await faxData(), SIDE)))).toEqual([0, 1, 1, 1])
    const jpx = await inScratch(async (folder) => {
      const [source, out] = [join(folder, 'in.pgm'), join(folder, 'out.jp2')]
      const grey = await sharp(scan).extractChannel(0).raw().toBuffer()
      await writeFile(source, Buffer.concat([Buffer.from(`P5\n${SIDE} ${SIDE}\n255\n`), grey]))
      await program('opj_compress', '-i', source, '-o', out, '-r', '40')
      return new Uint8Array(await readFile(out))
    })
    expect(await quarters(await scanned({ ...gray, Filter: 'JPXDecode' }, jpx))).toEqual([0, 1, 1, 1])
  })

  it('JPEG 2000 and JBIG2 are read as files of their own, too', async () => {
    const side = 400
    const grey = await sharp(scan).resize(side, side).extractChannel(0).raw().toBuffer()
    const files = await inScratch(async (folder) => {
      const source = join(folder, 'in.pgm')
      await writeFile(source, Buffer.concat([Buffer.from(`P5\n${side} ${side}\n255\n`), grey]))
      const made = []
      for (const name of ['out.jp2', 'out.j2k']) {
        await program('opj_compress', '-i', source, '-o', join(folder, name), '-r', '20')
        made.push(new Uint8Array(await readFile(join(folder, name))))
      }
      return made
    })
    const head = [0x97, 0x4a, 0x42, 0x32, 0x0d, 0x0a, 0x1a, 0x0a, 1, 0, 0, 0, 1]
    const jbig2 = Buffer.concat([Buffer.from(head), asJbig2(await faxData(), SIDE)])
    for (const [bytes, px] of [...files.map((each) => [each, side] as const), [new Uint8Array(jbig2), SIDE] as const]) {
      const file = await open(bytes)
      const page = await file.page(1)
      expect((await page.linework()).images).toMatchObject([{ widthPx: px, heightPx: px }])
      expect(page.resolution).toMatchObject({ stated: false })
      expect(await quarters(file)).toEqual([0, 1, 1, 1])
    }
  })

  it('JPEG 2000 and JBIG2 that are cut short are refused', async () => {
    for (const bytes of [
      [0, 0, 0, 12, 0x6a, 0x50, 0x20, 0x20, 0x0d, 0x0a],
      [0xff, 0x4f, 0xff, 0x51, 0, 41],
      [0x97, 0x4a, 0x42, 0x32, 0x0d, 0x0a, 0x1a, 0x0a, 1, 0, 0, 0, 1, 0, 0],
    ])
      await expect(open(new Uint8Array(bytes))).rejects.toMatchObject({ problem: 'broken-image' })
  })

  it('what is not packed for images is unpacked by pdf.js', async () => {
    const { data } = await sharp(scan).raw().toBuffer({ resolveWithObject: true })
    const channels = data.length / SIDE / SIDE
    const grey = channels === 1 ? data : data.filter((_, i) => i % channels === 0)
    expect(await quarters(await scanned(gray, grey))).toEqual([0, 1, 1, 1])
  })

  it('lines on a scan are lines, drawn from the file without its image', async () => {
    const file = await scanned({ ...gray, Filter: 'DCTDecode' }, scan, '1 w 10 10 m 500 500 l S')
    const page = await file.page(1)
    expect([...(await page.linework()).segmentFlags].filter(isVisible)).toHaveLength(1)
    const { pdf, tiles } = await page.print()
    expect(tiles).toHaveLength(1)
    expect(pdf).toBeInstanceOf(Uint8Array)
  })
})

it('a drawing has its model first, then its layouts with the scale of each viewport', async () => {
  const file = await open(await makeLayouts('R2010', 4, 1000))
  expect(file.pageCount).toBe(2)
  expect(await file.names()).toEqual(['Model', 'Ground floor'])
  const layout = await file.page(2)
  expect((await layout.measures!()).map(({ source }) => source)).toEqual(['viewport', 'viewport'])
  expect((await sharp(await (await layout.picture()).packed).metadata()).width).toBe(1200)
  await expect(file.page(3)).rejects.toMatchObject({ problem: 'no-such-page' })
})

describe('drawings with names for pieces of text', () => {
  const named = (entities: string, body: string) =>
    `<?xml version="1.0" encoding="iso-8859-1"?>\n<!DOCTYPE svg [${entities}]>\n${svg(body)}`
  const line = '<path d="M100 100 H900"'

  it('are read with what they stand for, also within one another', async () => {
    const body = `<g style="&pen;">${line} style="&wide;"/></g><text x="50" y="300">&caf;</text>`
    const text = named(
      '<!ENTITY c "#ff0000"><!ENTITY pen "fill:none;stroke:&c;"><!ENTITY wide \'stroke-width:8\'><!ENTITY caf "Caf\u00e9">',
      body,
    )
    const {
      styles,
      segments,
      text: words,
    } = await (await (await open(new Uint8Array(Buffer.from(text, 'latin1')))).page(1)).linework()
    expect(segments).toHaveLength(4)
    expect(styles[0]).toMatchObject({ kind: 'stroke', color: '#ff0000', widthPt: 6 })
    expect(words.map((run) => run.text)).toContain('Caf\u00e9')
  })

  it('can not be made to swell, nor to fetch anything', async () => {
    const bomb = Array.from({ length: 7 }, (_, i) => `<!ENTITY e${i + 1} "${`&e${i};`.repeat(40)}">`).join('')
    await expect(
      open(named(`<!ENTITY e0 "${'x'.repeat(100)}">${bomb}`, `<text>&e7;</text>${line}/>`)),
    ).rejects.toMatchObject({
      problem: expect.stringMatching(/^(drawing-too-large|broken-drawing)$/),
    })
    const outside = named(
      '<!ENTITY far SYSTEM "file:///etc/passwd">',
      `<text x="9" y="90">a&far;b</text>${line} stroke="#000"/>`,
    )
    const file = await open(outside).catch(() => null)
    const words = file ? (await (await file.page(1)).linework()).text.map((run) => run.text).join() : ''
    expect(words).not.toContain('root')
  })
})
