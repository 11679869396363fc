import { writeFile } from 'node:fs/promises'
import { join } from 'node:path'
import { getDocument, OPS } from 'pdfjs-dist/legacy/build/pdf.mjs'
import { describe, expect, it } from 'vitest'
import { HAND_OVER_FORMATS } from '@/core/formats/hand-over'
import { PlanSheetError } from '@/core/formats/svg/write-plan'
import { measuresOf } from '@/core/sheet/pdf/measures'
import { steelFrame } from '../../../tests/support/frame'
import { house, wall } from '../../../tests/support/house'
import { byPoppler } from '../../../tests/support/poppler'
import { inScratch, program } from '../../../tests/support/producers'
import { handOver } from './write'

const project = { id: 'p', name: 'House & “Co”', records: [...house().values()] }
const pdf = HAND_OVER_FORMATS.find(({ name }) => name === 'pdf')!
const PT_PER_MM = 72 / 25.4

/** What poppler says of a file. */
const readPdf = (bytes: Uint8Array) =>
  inScratch(async (folder) => {
    const file = join(folder, 'plan.pdf')
    await writeFile(file, bytes)
    return {
      text: await program('pdftotext', file, '-'),
      info: await program('pdfinfo', file),
      fonts: await program('pdffonts', file),
    }
  })

describe('a plan on paper, as poppler sees it', () => {
  it.each([
    ['A4', 100],
    ['A3', 50],
  ] as const)('on %s at 1:%i has its true size', async (paper, scale) => {
    const bytes = await handOver(project, pdf, { paper, scale })
    const lengthsMm = (await byPoppler(bytes)).segments.map(
      ([x1, y1, x2, y2]) => Math.hypot(x2! - x1!, y2! - y1!) / PT_PER_MM,
    )
    // The house is 10 by 6 m outside and 9.4 by 5.4 m inside.
    for (const metres of [10, 6, 9.4, 5.4])
      expect(Math.min(...lengthsMm.map((mm) => Math.abs(mm - (metres * 1000) / scale)))).toBeLessThan(0.1)
    const found = await readPdf(bytes)
    const { widthMm, heightMm } = { A4: { widthMm: 297, heightMm: 210 }, A3: { widthMm: 420, heightMm: 297 } }[paper]
    const [, width, height] = /Page size:\s+([\d.]+) x ([\d.]+) pts/.exec(found.info)!
    expect((Number(width) * 25.4) / 72).toBeCloseTo(widthMm, 1)
    expect((Number(height) * 25.4) / 72).toBeCloseTo(heightMm, 1)
    for (const words of ['House & “Co”', '01 Hall', '30.51 m²', `1:${scale} on ${paper}`])
      expect(found.text).toContain(words)
  })

  it('keeps the letters of every language, in a font that it carries, and says what it is', async () => {
    const names = { name: 'Żółta łaźnia', number: 'Ωμέγα Мастерская' }
    const records = project.records.map((record) => (record.kind === 'space' ? { ...record, ...names } : record))
    const bytes = await handOver({ ...project, records }, pdf, { paper: 'A3' })
    const { text, info, fonts } = await readPdf(bytes)
    for (const words of [names.name, names.number]) expect(text.replaceAll(/\s+/g, ' ')).toContain(words)
    expect(info).toMatch(/Title:\s+House & “Co”/)
    expect(info).toMatch(/PDF version:\s+1\.7/)
    const [, , ...listed] = fonts.trim().split('\n')
    expect(listed.length).toBeGreaterThan(0)
    for (const font of listed) expect(font).toMatch(/\byes +yes\b/)
  })

  it('says by what its lengths are measured', async () => {
    const bytes = await handOver(project, pdf, { paper: 'A3', scale: 50 })
    const [measure] = (await measuresOf(bytes)).get(1) ?? []
    expect(measure).toMatchObject({ source: 'viewport', name: 'Plan' })
    expect(measure!.mmPerPtX).toBeCloseTo((50 * 25.4) / 72, 3)
  })

  it('shows a work plane straight on, at its true size', async () => {
    const frame = { id: 'f', name: 'Frame', records: [...steelFrame().values()] }
    const bytes = await handOver(frame, pdf, { level: 'plane', paper: 'A3', scale: 50 })
    const lengthsMm = (await byPoppler(bytes)).segments.map(
      ([x1, y1, x2, y2]) => Math.hypot(x2! - x1!, y2! - y1!) / PT_PER_MM,
    )
    // The post is 6 m high and 300 deep; the gusset's sides are 300 long.
    for (const mm of [6000, 300])
      expect(Math.min(...lengthsMm.map((each) => Math.abs(each - mm / 50)))).toBeLessThan(0.1)
    expect((await readPdf(bytes)).text).toContain('Frame 1')
  })

  it('has a layer for each class, which another reader finds', async () => {
    const bytes = await handOver(project, pdf, { paper: 'A3' })
    const document = await getDocument({ data: new Uint8Array(bytes), verbosity: 0 }).promise
    const layers = await document.getOptionalContentConfig()
    const names = [...layers].map(([, group]) => group.name)
    expect(names).toEqual(['Walls', 'Openings', 'Rooms', 'Frame'])
    // What is drawn lies in them: as many marked pieces as layers, and nothing outside.
    const { fnArray, argsArray } = await (await document.getPage(1)).getOperatorList()
    const marked = argsArray.filter((args, i) => fnArray[i] === OPS.beginMarkedContentProps && args[0] === 'OC')
    expect(marked).toHaveLength(names.length)
    await document.destroy()
  })

  it('is made to be kept: PDF/A-2 by its structure, with nothing that the standard forbids', async () => {
    const bytes = await handOver(project, pdf, { paper: 'A3' })
    const json = await inScratch(async (folder) => {
      const file = join(folder, 'plan.pdf')
      await writeFile(file, bytes)
      await program('qpdf', '--check', file)
      return program('qpdf', '--json=1', file)
    })
    const { objects } = JSON.parse(json) as { objects: Record<string, Record<string, unknown>> }
    const all = Object.values(objects)
    const catalog = all.find((each) => each?.['/Type'] === '/Catalog')!
    const [intent] = catalog['/OutputIntents'] as string[]
    expect(objects[intent!]).toMatchObject({ '/S': '/GTS_PDFA1' })
    const xmp = Buffer.from(bytes).toString('latin1')
    expect(xmp).toMatch(/<pdfaid:part>2<\/pdfaid:part>\s*<pdfaid:conformance>B</)
    expect(xmp).toContain('<rdf:li xml:lang="x-default">House')
    const layers = catalog['/OCProperties'] as { '/D': Record<string, unknown> }
    expect(layers['/D']['/Name']).toBeTruthy()
    expect(layers['/D']['/AS']).toBeUndefined()
    // Fonts are embedded, nothing runs, nothing is locked.
    for (const font of all.filter((each) => each?.['/Type'] === '/FontDescriptor'))
      expect(font['/FontFile2']).toBeTruthy()
    for (const forbidden of ['/JavaScript', '/Launch', '/Encrypt', '/AA']) expect(json).not.toContain(`"${forbidden}"`)
    const trailer = objects.trailer as Record<string, unknown>
    expect(trailer['/ID']).toHaveLength(2)
  })

  it('gives all levels as one set: pages that lie on one another, named after them', async () => {
    const up = { id: 'up', kind: 'level' as const, name: 'Upper', elevationMm: 3000 }
    const above = { ...wall('u', { x: 0, y: 0 }, { x: 4000, y: 0 }, 300), levelId: 'up' }
    const title = { number: 'B-7', revision: 'D', checkedBy: 'Ş. Öz' }
    const settings = { id: 'settings' as const, kind: 'settings' as const, unit: 'mm' as const, precision: 0, title }
    const bytes = await handOver({ ...project, records: [...project.records, up, above, settings] }, pdf, {
      paper: 'A3',
      set: true,
    })
    const document = await getDocument({ data: new Uint8Array(bytes), verbosity: 0 }).promise
    expect(await document.getPageLabels()).toEqual(['Ground', 'Upper'])
    await document.destroy()
    const { text } = await readPdf(bytes)
    for (const words of ['Upper · 1:50 on A3', 'B-7', 'Ş. Öz', 'Checked by']) expect(text).toContain(words)
    // The wall above begins where the corner of the house lies below it.
    const corner = async (page: number) => {
      const { segments } = await byPoppler(bytes, page)
      return Math.min(
        ...segments.filter(([x1, , x2]) => Math.abs(x1! - x2!) > 200).map(([x1, , x2]) => Math.min(x1!, x2!)),
      )
    }
    expect(await corner(2)).toBeCloseTo(await corner(1), 1)
  })

  it('is drawn of a project whose first level has no record yet, alone or as a set', async () => {
    const records = [wall('a', { x: 0, y: 0 }, { x: 4000, y: 0 }, 300)]
    for (const set of [false, true]) {
      const { text } = await readPdf(await handOver({ id: 'p', name: 'Shed', records }, pdf, { paper: 'A4', set }))
      expect(text).toContain('Ground · 1:20 on A4')
    }
  })

  it('in feet and inches has their papers, scales, bar and measure', async () => {
    const settings = { id: 'settings' as const, kind: 'settings' as const, unit: 'ft' as const, precision: 4 }
    const bytes = await handOver({ ...project, records: [...project.records, settings] }, pdf, {
      paper: 'ARCH D',
      scale: 48,
    })
    const { text, info } = await readPdf(bytes)
    expect(text).toContain('1/4″ = 1′-0″ on ARCH D')
    expect(text).toContain('10 ft')
    expect(info).toMatch(/Page size:\s+2592 x 1728 pts/)
    const [measure] = (await measuresOf(bytes)).get(1) ?? []
    expect(measure!.mmPerPtX).toBeCloseTo((48 * 25.4) / 72, 3)
  })

  it('takes the largest scale that fits, and refuses one that does not', async () => {
    const svg = HAND_OVER_FORMATS.find(({ name }) => name === 'svg')!
    const text = new TextDecoder().decode(await handOver(project, svg, { paper: 'A4' }))
    expect(text).toContain('1:50 on A4')
    await expect(handOver(project, pdf, { paper: 'A4', scale: 20 })).rejects.toThrow(PlanSheetError)
    await expect(handOver(project, pdf, { level: 'nowhere' })).rejects.toThrow(/no such level/)
  })
})
