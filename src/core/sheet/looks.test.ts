import { beforeAll, describe, expect, it } from 'vitest'
import { boathouseSet } from '../../../demo/sheets/boathouse'
import { handWritten } from '../../../tests/support/hand-written'
import { readSheet } from '../../../tests/support/read-sheet'
import { Flag, isVisible, type Linework, segmentEnds } from './linework'
import { lookKey, partsOf, pensOf, shownOf } from './looks'

const admitted = (linework: Linework, choices: Parameters<typeof shownOf>[1], markup = true) => {
  const shown = shownOf(linework, choices, markup)
  return [...linework.segmentFlags.keys()].filter((i) =>
    shown.admits(linework.segmentStyles[i]!, linework.segmentFlags[i]!),
  )
}
const layerOf = (linework: Linework, i: number) =>
  linework.layers[linework.styles[linework.segmentStyles[i]!]!.layer]?.name

describe('a sheet with layers', () => {
  let plan: Linework
  beforeAll(async () => {
    plan = (await readSheet(await boathouseSet())).linework
  })

  it('is sorted by them, with what each holds', () => {
    const parts = partsOf(plan)
    expect(parts.map(({ label }) => label)).toEqual(plan.layers.map(({ name }) => name))
    const total = plan.segmentFlags.length + plan.curveFlags.length + plan.text.length
    expect(parts.reduce((sum, { count }) => sum + count, 0)).toBe(total)
  })

  it('shows all but the layer that is switched off', () => {
    const left = admitted(plan, [{ key: 'layer:Dimensions', visible: false }])
    const expected = [...plan.segmentFlags.keys()].filter((i) => layerOf(plan, i) !== 'Dimensions')
    expect(left).toEqual(expected)
    expect(left.length).toBeLessThan(plan.segmentFlags.length)
  })

  it('is sorted by its pens as well: each line goes with one of them, on whatever layer it lies', () => {
    // Hatching has a tick of its own.
    const visible = [...plan.segmentFlags.keys()].filter(
      (i) => isVisible(plan.segmentFlags[i]!) && !(plan.segmentFlags[i]! & Flag.hatch),
    )
    const styleOf = (i: number) => plan.styles[plan.segmentStyles[i]!]!
    const gone = pensOf(plan).flatMap(({ key }) => {
      const left = new Set(admitted(plan, [{ key, visible: false }]))
      const without = visible.filter((i) => !left.has(i))
      expect(without.every((i) => lookKey(styleOf(i)) === key)).toBe(true)
      return without
    })
    expect(gone.sort((i, k) => i - k)).toEqual(visible.filter((i) => styleOf(i).kind === 'stroke'))
  })

  it('hatching is told from everything else', () => {
    const marked = [...plan.segmentFlags.keys()].filter((i) => plan.segmentFlags[i]! & Flag.hatch)
    expect(marked.filter((i) => layerOf(plan, i) === 'Hatching')).toHaveLength(150)
    expect(marked.filter((i) => layerOf(plan, i) !== 'Hatching')).toEqual([])
  })
})

it('a layer that the file hides shows once it is switched on', async () => {
  const content = '/OC /L1 BDC 10 10 m 90 10 l S EMC /OC /L2 BDC 10 50 m 90 50 l S EMC'
  const pdf = await handWritten(content, {
    resources: '/Properties << /L1 10 0 R /L2 11 0 R >>',
    objects: ['/Type /OCG /Name (Shown)', '/Type /OCG /Name (Hidden)'],
    catalog:
      '/OCProperties << /OCGs [10 0 R 11 0 R] /D << /ON [10 0 R] /OFF [11 0 R] /Order [[(Plan) 10 0 R 11 0 R]] >> >>',
  })
  const { linework } = await readSheet(pdf)
  expect(partsOf(linework)).toMatchObject([
    { label: 'Shown', visible: true, group: 'Plan' },
    { label: 'Hidden', visible: false, group: 'Plan' },
  ])
  expect(admitted(linework, [])).toEqual([0])
  expect(admitted(linework, [{ key: 'layer:Hidden', visible: true }])).toEqual([0, 1])
  expect(admitted(linework, [{ key: 'layer:Shown', visible: false }])).toEqual([])
})

describe('a sheet without layers', () => {
  const stairs = Array.from({ length: 12 }, (_, i) => `${100 + i * 8} 100 m ${100 + i * 8} 140 l S`).join(' ')
  const hatch = Array.from({ length: 20 }, (_, i) => `${10 + i * 3} 10 m ${30 + i * 3} 30 l S`).join(' ')
  const content = `0.5 w ${stairs} ${hatch} 2 w 10 190 m 290 190 l S [4 2] 0 d 0.5 w 1 0 0 RG 10 180 m 290 180 l S [] 0 d 200 20 40 40 re f BT /H 12 Tf 30 60 Td (note) Tj ET`
  const font = '/Font << /H << /Type /Font /Subtype /Type1 /BaseFont /Helvetica >> >>'
  let linework: Linework
  beforeAll(async () => {
    linework = (await readSheet(await handWritten(content, { resources: font }))).linework
  })

  it('is sorted by kind and look', () => {
    expect(Object.fromEntries(partsOf(linework).map(({ key, count }) => [key, count]))).toEqual({
      'line:0.5:#000000': 12,
      'line:2:#000000': 1,
      'dashed:0.5:#ff0000': 1,
      hatching: 20,
      fills: 4,
      text: 1,
    })
  })

  it.each([
    ['hatching', 20],
    ['fills', 4],
    ['line:0.5:#000000', 32],
    ['dashed:0.5:#ff0000', 1],
  ])('without %s there are %i lines fewer', (key, fewer) => {
    expect(admitted(linework, []).length - admitted(linework, [{ key, visible: false }]).length).toBe(fewer)
  })

  it('treads of stairs are no hatching', () => {
    for (let i = 0; i < linework.segmentFlags.length; i++) {
      const [start, end] = segmentEnds(linework, i)
      if (start.x === end.x && start.y === 100) expect(linework.segmentFlags[i]! & Flag.hatch).toBe(0)
    }
  })

  it('text goes by itself', () => {
    const [run] = linework.text
    expect(shownOf(linework, [], true).admitsText(run!)).toBe(true)
    expect(shownOf(linework, [{ key: 'text', visible: false }], true).admitsText(run!)).toBe(false)
  })
})

it('reviewers’ mark-up shows or not', async () => {
  const appearance = { dictionary: '/Type /XObject /Subtype /Form /BBox [0 0 100 100]', stream: '0 0 m 100 100 l S' }
  const pdf = await handWritten('10 10 m 90 10 l S', {
    page: '/Annots [11 0 R]',
    objects: [appearance, '/Type /Annot /Subtype /Stamp /Rect [100 50 200 150] /F 4 /AP << /N 10 0 R >>'],
  })
  const { linework } = await readSheet(pdf)
  expect(linework.segmentFlags).toHaveLength(2)
  expect([...linework.segmentFlags].every(isVisible)).toBe(true)
  expect(admitted(linework, [], true)).toEqual([0, 1])
  expect(admitted(linework, [], false)).toEqual([0])
})
