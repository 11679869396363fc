import { describe, expect, it } from 'vitest'
import { handWritten } from '../../../../tests/support/hand-written'
import { openPdfFile } from '../../../server/reading/kinds/pdf'
import { proposeForPage } from '../../../server/reading/propose-page'
import { formatRatio } from '../../units/format'
import { MM_PER_PT } from '../../units/length'
import { mayHoldMeasures, measuresOf } from './measures'

const factor = (unit: string, c: number) => `[<< /Type /NumberFormat /U (${unit}) /C ${c} >>]`
/** A rectilinear scale of so many millimetres to the point, in metres. */
const metric = (mmPerPt: number, words = '1 mm = 1 m') =>
  `<< /Type /Measure /Subtype /RL /R (${words}) /X ${factor('m', mmPerPt / 1000)} /D ${factor('m', 1)} /A ${factor('sq m', 1)} >>`
const viewport = (name: string, box: string, measure: string) =>
  `<< /Type /Viewport /Name (${name}) /BBox [${box}] /Measure ${measure} >>`
const ratioOf = (mmPerPt: number) => formatRatio(mmPerPt / MM_PER_PT)
const ofPage = async (page: string) => (await measuresOf(await handWritten('0 0 m 9 9 l S', { page }))).get(1) ?? []

describe('scales that a PDF records', () => {
  it('are those of its viewports, each with its part of the page', async () => {
    const plan = viewport('Plan', '10 10 200 190', metric(50 * MM_PER_PT))
    const detail = viewport('Detail', '210 100 290 190', metric(5 * MM_PER_PT))
    const found = await ofPage(`/VP [${plan} ${detail}]`)
    expect(found.map(({ name, mmPerPtX }) => [name, ratioOf(mmPerPtX)])).toEqual([
      ['Plan', '1:50'],
      ['Detail', '1:5'],
    ])
    expect(found[0]).toMatchObject({ source: 'viewport', box: { minX: 10, minY: 10, maxX: 200, maxY: 190 } })
  })

  it('are in feet and inches as well, through X and D', async () => {
    const measure = `<< /Subtype /RL /R (1/4 in = 1 ft) /X ${factor('in', 1 / 72)} /D [<< /U (ft) /C 4 >> << /U (in) /C 12 >>] >>`
    const [found] = await ofPage(`/VP [${viewport('A', '0 0 300 200', measure)}]`)
    expect(ratioOf(found!.mmPerPtX)).toBe('1:48')
    expect(found!.words).toBe('1/4 in = 1 ft')
  })

  it('follow the turn and the unit of the page, and axes of their own', async () => {
    const measure = `<< /Subtype /RL /X ${factor('m', 0.02)} /Y ${factor('m', 0.03)} /D ${factor('m', 1)} >>`
    const [found] = await ofPage(`/Rotate 90 /UserUnit 2 /VP [${viewport('A', '0 0 300 100', measure)}]`)
    expect(found).toMatchObject({ mmPerPtX: 15, mmPerPtY: 10, box: { minX: 0, minY: 0, maxX: 200, maxY: 600 } })
  })

  it('are those of measuring annotations', async () => {
    const line = `<< /Type /Annot /Subtype /Line /IT /LineDimension /Contents (5.40 m) /Rect [10 10 90 20] /L [10 15 90 15] /Measure ${metric(20 * MM_PER_PT)} >>`
    const [found] = await ofPage(`/Annots [${line} << /Type /Annot /Subtype /Link /Rect [0 0 1 1] >>]`)
    expect(found).toMatchObject({ source: 'annotation', name: '5.40 m' })
    expect(ratioOf(found!.mmPerPtX)).toBe('1:20')
  })

  it('are those of maps, from places on the earth', async () => {
    // A minute of latitude near Bern is 1852.9 m by the geodetic tables.
    const geo = `<< /Subtype /GEO /GPTS [46.95 7.44 46.9666667 7.44] /LPTS [0 0 0 1] /GCS << /Type /GEOGCS >> >>`
    const [found] = await ofPage(`/VP [${viewport('Map', '0 0 300 200', geo)}]`)
    expect(found!.source).toBe('map')
    expect((found!.mmPerPtX * 200) / 1_852_900).toBeCloseTo(1, 3)
  })

  it.each([
    ['nothing', ''],
    ['an unknown unit', `/VP [${viewport('A', '0 0 9 9', `<< /Subtype /RL /X ${factor('furlong', 1)} >>`)}]`],
    ['a factor of nothing', `/VP [${viewport('A', '0 0 9 9', metric(0))}]`],
    ['a broken box', `/VP [${viewport('A', '0 0 (x)', metric(1))}]`],
    ['a name for an array', '/VP /None /Annots 7'],
  ])('are none where a page says %s', async (_, page) => {
    expect(await ofPage(page)).toEqual([])
  })
})

describe('a recorded scale', () => {
  const text = '/H << /Type /Font /Subtype /Type1 /BaseFont /Helvetica >>'
  const proposed = async (page: string, words = '') => {
    const content = words ? `BT /H 9 Tf 20 20 Td (${words}) Tj ET 0 0 m 9 9 l S` : '0 0 m 9 9 l S'
    const file = await openPdfFile(await handWritten(content, { page, resources: `/Font << ${text} >>` }), {})
    try {
      return await proposeForPage(await file.page(1))
    } finally {
      await file.close()
    }
  }

  it('is proposed surely, and told beside a ratio that the sheet names otherwise', async () => {
    const proposal = await proposed(`/VP [${viewport('Plan', '0 0 300 200', metric(50 * MM_PER_PT))}]`, 'Scale 1:100')
    expect(proposal!.confidence).toBeGreaterThanOrEqual(0.9)
    expect(ratioOf(proposal!.mmPerPt)).toBe('1:50')
    expect(proposal!.stated).toMatchObject({ ratio: 100 })
    expect(proposal!.measures).toHaveLength(1)
  })

  it('is that of the largest part where there are several', async () => {
    const [plan, detail] = [metric(50 * MM_PER_PT), metric(5 * MM_PER_PT)]
    const proposal = await proposed(
      `/VP [${viewport('Detail', '0 0 50 50', detail)} ${viewport('Plan', '50 0 300 200', plan)}]`,
    )
    expect(ratioOf(proposal!.mmPerPt)).toBe('1:50')
    expect(proposal!.measures).toHaveLength(2)
  })

  it('is looked for only where a file can hold one', async () => {
    expect(mayHoldMeasures(new TextEncoder().encode('%PDF-1.4 /Type /Page'))).toBe(false)
    expect(mayHoldMeasures(new TextEncoder().encode('%PDF-1.7 /ObjStm'))).toBe(true)
  })
})
