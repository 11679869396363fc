import { writeFile } from 'node:fs/promises'
import { join } from 'node:path'
import { beforeAll, describe, expect, it } from 'vitest'
import { compareSheets } from '@/core/compare/compare'
import { encodeSheet, indexSheet } from '@/core/sheet/binary'
import { planByTypes } from '../../../tests/support/plan-corpus/by-types'
import { printPage } from '../../../tests/support/print-page'
import { inScratch, program } from '../../../tests/support/producers'
import { readSheet } from '../../../tests/support/read-sheet'
import { laid, revise } from '../../../tests/support/revisions'
import type { HandedProject } from './handed'
import { formatNamed, handOver } from './write'

/** What changed between two issues of a sheet, as whoever was not there gets it. */

const { older, newer } = revise(planByTypes(3), 3)
let issues: NonNullable<HandedProject['issues']>
let page: { widthPt: number; heightPt: number }
let said: readonly { readonly says: string }[]

beforeAll(async () => {
  const turned = laid(newer, { turnRad: Math.PI / 2, shiftPt: [20, 35], factor: 1 })
  const [before, after] = [
    (await readSheet(await printPage(older, 'pdf-lib'))).linework,
    (await readSheet(await printPage(turned, 'cairo'))).linework,
  ]
  const pageOf = (name: string, linework: typeof before) => ({
    name,
    mmPerPt: null,
    bytes: new Uint8Array(encodeSheet(indexSheet(linework))),
  })
  page = after
  issues = { older: pageOf('A-01 issue 1', before), newer: pageOf('A-01 issue 2', after) }
  expect(compareSheets(before, after, { mmPerPt: null })!.changes.length).toBeGreaterThan(3)
})

/** What poppler says of a PDF. */
const asked = (pdf: Uint8Array, judge: string, ...more: readonly string[]): Promise<string> =>
  inScratch(async (folder) => {
    const file = join(folder, 'changes.pdf')
    await writeFile(file, pdf)
    return program(judge, file, ...more)
  })

const project = () => ({ id: 'p', name: 'Weir Lodge', records: [], issues })

describe('the changes between two issues', () => {
  it('go out as JSON, as the command line tells them', async () => {
    const bytes = await handOver(project(), formatNamed('sheet-changes')!)
    const report = JSON.parse(new TextDecoder().decode(bytes))
    expect(report).toMatchObject({ sure: true, mmPerPt: null })
    said = report.changes
    expect(said.length).toBeGreaterThan(3)
  })

  it('go out as a PDF: the newer page, then every change by its number and in words', async () => {
    const pdf = await handOver(project(), formatNamed('pdf-changes')!)
    const info = await asked(pdf, 'pdfinfo')
    const [, width, height] = info.match(/Page size: +([\d.]+) x ([\d.]+)/)!
    // The page as it was issued, then paper to read on.
    expect(Number(width)).toBeCloseTo(page.widthPt, 0)
    expect(Number(height)).toBeCloseTo(page.heightPt, 0)
    expect(info).toMatch(new RegExp(`Pages: +${1 + Math.ceil(said.length / 5)}\\b`))
    const text = (await asked(pdf, 'pdftotext', '-')).replaceAll(/\s+/g, ' ')
    expect(text).toContain(`A-01 issue 2 against A-01 issue 1: ${said.length} changes`)
    for (const { says } of said) expect(text).toContain(says.split(' ').slice(0, 3).join(' '))
  })

  it('say where nothing can be compared', async () => {
    const { issues: _, ...alone } = project()
    await expect(handOver(alone, formatNamed('pdf-changes')!)).rejects.toThrow('which pages are compared')
  })
})
