import { describe, expect, it } from 'vitest'
import { expectSame, visibleOf } from '../../../../tests/support/compare'
import { handWritten } from '../../../../tests/support/hand-written'
import { byPoppler } from '../../../../tests/support/poppler'
import { readSheet } from '../../../../tests/support/read-sheet'
import { CatchIndex } from '../catch-index'
import { contentOf, countContent, Flag, isVisible, type Linework } from '../linework'

const read = async (...page: Parameters<typeof handWritten>): Promise<Linework> =>
  (await readSheet(await handWritten(...page))).linework

/** What can be seen, as rows rounded to a thousandth of a point. */
const seen = (linework: Linework): number[][] =>
  visibleOf(linework).segments.map((row) => row.map((value) => Math.round(value * 1e3) / 1e3))

const ONE_LINE = '1 w 20 30 m 120 80 l S'
const FONT = '/Font << /H << /Type /Font /Subtype /Type1 /BaseFont /Helvetica >> >>'
const STATES = '/ExtGState << /Clear << /CA 0 /ca 0 >> /Half << /CA 0.5 /ca 0.5 >> >>'
const LAYERS = {
  catalog: '/OCProperties << /OCGs [10 0 R 11 0 R] /D << /ON [10 0 R] /OFF [11 0 R] >> >>',
  resources: '/Properties << /Walls 10 0 R /Notes 11 0 R >>',
  objects: ['/Type /OCG /Name (Walls)', '/Type /OCG /Name (Notes)'],
}

describe('the page’s own space', () => {
  const boxes = '/CropBox [10 20 210 120]'
  it.each([
    ['as it is', boxes, [200, 100], [10, 10, 110, 60]],
    ['/Rotate 90', `${boxes} /Rotate 90`, [100, 200], [10, 190, 60, 90]],
    ['/Rotate 180', `${boxes} /Rotate 180`, [200, 100], [190, 90, 90, 40]],
    ['/Rotate -90', `${boxes} /Rotate -90`, [100, 200], [90, 10, 40, 110]],
    ['/UserUnit', `${boxes} /UserUnit 2.5`, [500, 250], [25, 25, 275, 150]],
    ['both', `${boxes} /UserUnit 2 /Rotate 270`, [200, 400], [180, 20, 80, 220]],
  ] as const)('%s', async (_, page, [width, height], line) => {
    const linework = await read(ONE_LINE, { page })
    expect([linework.widthPt, linework.heightPt]).toEqual([width, height])
    expect(seen(linework)).toEqual([line])
  })

  it.each([0, 90, 180, 270])('is what poppler shows at /Rotate %i, off the origin', async (turn) => {
    const pdf = await handWritten(
      `${ONE_LINE} q 0.7 0.3 -0.2 1.1 40 15 cm 10 10 80 40 re S 30 60 m 50 90 80 90 99 60 c S Q`,
      {
        mediaBox: '-40 -30 260 170',
        page: `/CropBox [-20 -10 240 160] /Rotate ${turn}`,
      },
    )
    expectSame(visibleOf((await readSheet(pdf)).linework), await byPoppler(pdf), 0.01)
  })
})

describe('what is drawn', () => {
  it('goes through nested forms and transforms, each clipped to its box', async () => {
    const objects = [
      {
        dictionary:
          '/Type /XObject /Subtype /Form /BBox [0 0 50 50] /Matrix [2 0 0 2 10 10] /Resources << /XObject << /In 11 0 R >> >>',
        stream: '0 0 m 80 0 l S q 1 0 0 1 5 5 cm /In Do Q',
      },
      { dictionary: '/Type /XObject /Subtype /Form /BBox [0 0 10 10]', stream: '0 0 m 10 10 l S' },
    ]
    const linework = await read('/Out Do', { resources: '/XObject << /Out 10 0 R >>', objects })
    expect(seen(linework)).toEqual([
      [10, 10, 110, 10],
      [20, 20, 40, 40],
    ])
  })

  it('keeps curves as curves, and rectangles as their four sides', async () => {
    const linework = await read('10 10 m 20 60 80 60 90 10 c S 100 20 40 30 re S')
    expect(linework.curves).toHaveLength(8)
    expect([...linework.curves]).toEqual([10, 10, 20, 60, 80, 60, 90, 10])
    expect(seen(linework)).toHaveLength(4)
  })

  it('keeps width, colour and dashes as they show on the sheet', async () => {
    const linework = await read('q 2 0 0 2 0 0 cm 1.5 w [3 1] 0 d 1 0 0 RG 10 10 m 50 10 l S Q')
    expect(linework.styles[linework.segmentStyles[0]!]).toMatchObject({
      kind: 'stroke',
      color: '#ff0000',
      widthPt: 3,
      dashPt: [6, 2],
    })
  })

  it('closes what is filled or closed, and draws a filled and stroked path once', async () => {
    expect(seen(await read('10 10 m 50 10 l 50 40 l f'))).toHaveLength(3)
    expect(seen(await read('10 10 m 50 10 l 50 40 l s'))).toHaveLength(3)
    expect(seen(await read('10 10 m 50 10 l 50 40 l S'))).toHaveLength(2)
    expect(seen(await read('10 10 m 50 10 l 50 40 l b'))).toHaveLength(3)
    expect(seen(await read('10 10 m 50 10 l h S'))).toHaveLength(1)
  })

  it('draws the cells of a hatch within what it fills', async () => {
    const pattern = {
      dictionary:
        '/Type /Pattern /PatternType 1 /PaintType 1 /TilingType 1 /BBox [0 0 10 10] /XStep 10 /YStep 10 /Resources << >>',
      stream: '0 5 m 10 5 l S',
    }
    const linework = await read('/Pattern cs /P scn 100 100 30 20 re f', {
      resources: '/Pattern << /P 10 0 R >>',
      objects: [pattern],
    })
    const inside = seen(linework).filter(([, y1, , y2]) => y1 === y2 && y1! > 100 && y1! < 120)
    expect(inside.map(([x1, , x2]) => x2! - x1!).reduce((a, b) => a + b, 0)).toBeCloseTo(60, 3)
  })

  it('reads text with its place, height and turn', async () => {
    const linework = await read(
      'BT /H 12 Tf 0 1 -1 0 60 40 Tm (3600) Tj ET BT /H 9 Tf 10 10 Td [(52) -40 (10)] TJ ET',
      {
        resources: FONT,
      },
    )
    expect(linework.text).toHaveLength(2)
    expect(linework.text[0]).toMatchObject({ text: '3600', x: 60, y: 40, heightPt: 12 })
    expect(linework.text[0]!.turnRad).toBeCloseTo(Math.PI / 2, 6)
    expect(linework.text[0]!.lengthPt).toBeCloseTo(4 * 0.556 * 12, 3)
    expect(linework.text[1]!.text).toBe('5210')
  })

  it('finds where images lie', async () => {
    const image = {
      dictionary: '/Type /XObject /Subtype /Image /Width 2 /Height 1 /ColorSpace /DeviceGray /BitsPerComponent 8',
      stream: 'ab',
    }
    const linework = await read('q 120 0 0 60 30 40 cm /I Do Q', {
      resources: '/XObject << /I 10 0 R >>',
      objects: [image],
    })
    expect(linework.images).toEqual([
      expect.objectContaining({ map: [120, 0, 0, 60, 30, 40], widthPx: 2, heightPx: 1, flags: 0 }),
    ])
    expect(contentOf(countContent(linework))).toBe('image')
  })
})

describe('what cannot be seen is marked, and never caught', () => {
  const cases: [string, Parameters<typeof handWritten>, number][] = [
    ['outside the page', ['400 30 m 500 30 l S'], Flag.clipped],
    ['outside a clip', ['q 0 0 10 10 re W n 50 50 m 90 50 l S Q'], Flag.clipped],
    ['outside an odd shape of clip', ['q 0 0 m 90 0 l 0 90 l h W n 80 80 m 99 99 l S Q'], Flag.clipped],
    ['in an empty clip', ['q 0 0 9 9 re W n 50 50 9 9 re W n 50 50 m 90 50 l S Q'], Flag.clipped],
    ['of zero alpha', ['/Clear gs 50 50 m 90 50 l S', { resources: STATES }], Flag.transparent],
    ['white on white paper', ['1 1 1 RG 50 50 m 90 50 l S'], Flag.blank],
    ['white filled on white paper', ['1 g 50 50 40 30 re f'], Flag.blank],
    [
      'white on a white patch over dark',
      ['0 g 0 0 300 200 re f 1 g 5 5 290 190 re f 1 G 50 50 m 90 50 l S'],
      Flag.blank,
    ],
    ['on a layer that is off', ['/OC /Notes BDC 50 50 m 90 50 l S EMC', LAYERS], Flag.layerOff],
  ]
  it.each(cases)('a line %s', async (_, page, flag) => {
    const linework = await read(...page)
    const last = linework.segmentFlags.at(-1)!
    expect(last & flag).toBe(flag)
    const index = CatchIndex.build(linework)
    expect(index.near({ x: 50, y: 50 }, 3)).toEqual([])
    expect(index.near({ x: 90, y: 50 }, 3)).toEqual([])
  })

  it.each([
    ['in mode 3', '3 Tr', Flag.transparent],
    ['of zero alpha', '/Clear gs', Flag.transparent],
    ['white on white paper', '1 g', Flag.blank],
    ['outside a clip', '0 0 9 9 re W n', Flag.clipped],
  ] as const)('text %s', async (_, before, flag) => {
    const linework = await read(`q ${before} BT /H 12 Tf 50 50 Td (unseen) Tj ET Q`, { resources: `${FONT} ${STATES}` })
    expect(linework.text.map(({ flags }) => flags & flag)).toEqual([flag])
    expect(contentOf(countContent(linework))).toBe('empty')
  })

  it.each([
    ['half transparent', ['/Half gs 50 50 m 90 50 l S', { resources: STATES }]],
    ['white over a dark fill', ['0 g 20 20 200 100 re f 1 G 50 50 m 90 50 l S']],
    ['white over a wide dark line', ['9 w 20 50 m 120 50 l S 1 w 1 G 50 50 m 90 50 l S']],
    ['white over grey', ['0.5 g 40 40 80 20 re f 1 G 50 50 m 90 50 l S']],
    ['white along the edge of grey', ['0.5 g 40 50 80 20 re f 1 G 50 50 m 90 50 l S']],
    ['white around its own grey', ['0.5 g 1 G 2 w 90 50 m 90 90 l 50 90 l 50 50 l 90 50 l B']],
    ['on a layer that is on', ['/OC /Walls BDC 50 50 m 90 50 l S EMC', LAYERS]],
  ] as [string, Parameters<typeof handWritten>][])('but a line %s shows', async (_, page) => {
    const linework = await read(...page)
    expect(isVisible(linework.segmentFlags.at(-1)!)).toBe(true)
    expect(seen(linework).at(-1)).toEqual([50, 50, 90, 50])
  })

  it('a line is cut where its clip ends, and the cut is no end to catch', async () => {
    const linework = await read('q 40 0 100 200 re W n 20 50 m 90 50 l S Q')
    expect(seen(linework)).toEqual([[40, 50, 90, 50]])
    const [near] = CatchIndex.build(linework).near({ x: 40, y: 50 }, 1)
    expect(near!.flags & Flag.cutStart).toBe(Flag.cutStart)
  })

  it('names the layers, with whether the file shows them', async () => {
    const content = '/OC /Walls BDC 1 1 m 9 1 l S EMC /OC /Notes BDC 1 2 m 9 2 l S EMC'
    const { layers, styles, segmentStyles } = await read(content, LAYERS)
    expect(layers).toEqual([
      { name: 'Walls', visible: true },
      { name: 'Notes', visible: false },
    ])
    expect([...segmentStyles].map((style) => styles[style]!.layer)).toEqual([0, 1])
  })
})

describe('a page that is written badly', () => {
  it.each([
    ['restores more than it saved', 'Q Q 10 10 m 50 10 l S Q'],
    ['has operators that nobody knows', 'FOO 1 2 BAR 10 10 m 50 10 l S'],
    ['lacks operands', '5 w m l S 10 10 m 50 10 l S'],
    ['names what is not there', '/Nothing Do /None gs 10 10 m 50 10 l S'],
    ['breaks off', '10 10 m 50 10 l S 10 20 m 50'],
  ])('and %s still gives what it draws', async (_, content) => {
    const rows = seen(await read(content))
    expect(rows).toContainEqual([10, 10, 50, 10])
    expect(rows.flat().every(Number.isFinite)).toBe(true)
  })
})

describe('what no drawing is', () => {
  it('is told at once where a small file asks for saved states without end', async () => {
    await expect(read('q '.repeat(300_000))).rejects.toMatchObject({ problem: 'page-too-deep' })
  })

  it('is read where they are given back', async () => {
    expect(seen(await read(`${'q Q '.repeat(20_000)} ${ONE_LINE}`))).toEqual([[20, 30, 120, 80]])
  })
})
