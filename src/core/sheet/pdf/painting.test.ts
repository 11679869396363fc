import { PDFDocument, PDFName, PDFRawStream } from 'pdf-lib'
import { describe, expect, it } from 'vitest'
import { handWritten } from '../../../../tests/support/hand-written'
import { readSheet } from '../../../../tests/support/read-sheet'
import { curveOf, isVisible, segmentEnds } from '../linework'

async function seen(content: string, options = {}) {
  const { linework } = await readSheet(await handWritten(content, options))
  const lines = Array.from({ length: linework.segmentFlags.length }, (_, i) => i)
    .filter((i) => isVisible(linework.segmentFlags[i]!))
    .map((i) => {
      const [a, b] = segmentEnds(linework, i)
      return [a.x, a.y, b.x, b.y].map((value) => Math.round(value * 100) / 100)
    })
  const curves = Array.from({ length: linework.curveFlags.length }, (_, i) => i)
    .filter((i) => isVisible(linework.curveFlags[i]!))
    .map((i) => curveOf(linework, i))
  return { lines, curves, linework }
}

describe('along the edge of their own clip', () => {
  it('the sides of a frame of many corners show', async () => {
    const ring = '50 20 m 150 20 l 200 100 l 150 180 l 50 180 l 10 100 l h'
    const { lines } = await seen(`q ${ring} W n ${ring} S Q`)
    expect(lines).toHaveLength(6)
  })

  it('a round frame shows', async () => {
    const k = 0.5522847498 * 60
    const ring = `210 100 m 210 ${100 + k} ${150 + k} 160 150 160 c ${150 - k} 160 90 ${100 + k} 90 100 c 90 ${100 - k} ${150 - k} 40 150 40 c ${150 + k} 40 210 ${100 - k} 210 100 c h`
    const { curves } = await seen(`q ${ring} W n ${ring} S Q`)
    expect(curves).toHaveLength(4)
  })

  it('what lies outside does not', async () => {
    const { lines } = await seen('q 50 20 m 150 20 l 100 120 l h W n 50 10 m 150 10 l S 0 60 m 300 60 l S Q')
    expect(lines).toEqual([[70, 60, 130, 60]])
  })
})

describe('what is painted later', () => {
  it('hides what lies beneath, and cuts what goes on beyond', async () => {
    const { lines } = await seen('10 100 m 290 100 l S 120 90 m 140 110 l S 1 0 0 rg 100 50 100 100 re f')
    expect(lines).toContainEqual([10, 100, 100, 100])
    expect(lines).toContainEqual([200, 100, 290, 100])
    expect(lines).not.toContainEqual([120, 90, 140, 110])
    // Its own outline shows.
    expect(lines).toHaveLength(2 + 4)
  })

  it('hides nothing where it shines through, mixes, is clipped away or was there before', async () => {
    const line = '10 100 m 290 100 l S'
    const fill = '100 50 100 100 re f'
    const states = '/ExtGState << /Half << /ca 0.5 >> /Mix << /BM /Multiply >> >>'
    const whole = [10, 100, 290, 100]
    for (const content of [
      `${line} /Half gs ${fill}`,
      `${line} /Mix gs ${fill}`,
      `${line} q 0 0 50 50 re W n ${fill} Q`,
      `${fill} ${line}`,
    ])
      expect((await seen(content, { resources: states })).lines).toContainEqual(whole)
  })

  it('as the head of an arrow of its colour leaves the line that runs to its tip', async () => {
    const line = '10 100 m 290 100 l S'
    const head = '290 100 m 280 103 l 280 97 l h f'
    expect((await seen(`${line} ${head}`)).lines).toContainEqual([10, 100, 290, 100])
    expect((await seen(`${line} 1 0 0 rg ${head}`)).lines).not.toContainEqual([10, 100, 290, 100])
  })

  it('leaves the pen of its own edge', async () => {
    const { lines } = await seen('4 w 100 50 100 100 re S 0 1 0 rg 100 50 100 100 re f')
    expect(lines.filter(([x1, , x2]) => x1 === 100 && x2 === 100)).not.toHaveLength(0)
  })

  it('as white behind a figure leaves no edges of its own on the line that it breaks', async () => {
    const { lines } = await seen('10 100 m 290 100 l S 1 g 140 92 20 16 re f')
    expect(lines).toEqual([
      [10, 100, 140, 100],
      [160, 100, 290, 100],
    ])
  })
})

describe('what has no width or length', () => {
  it('is a line where a filled rectangle has no height', async () => {
    const { lines } = await seen('20 50 200 0 re f 20 80 0 60 re f')
    expect(lines).toContainEqual([20, 50, 220, 50])
    expect(lines).toContainEqual([20, 80, 20, 140])
  })

  it('is a dot of the width of the pen with round ends, a square with projecting ones, nothing with cut ones', async () => {
    const dot = '50 50 m 50 50 l S'
    const round = await seen(`1 J 6 w ${dot}`)
    expect(round.curves).toHaveLength(4)
    expect(Math.max(...round.curves.map(({ start }) => start.x))).toBeCloseTo(53, 4)
    expect((await seen(`2 J 6 w ${dot}`)).lines).toHaveLength(4)
    const butt = await seen(`0 J 6 w ${dot}`)
    expect([butt.lines.length, butt.curves.length]).toEqual([0, 0])
  })
})

it('dashes begin where their phase says', async () => {
  const { linework } = await seen('[6 3] 4 d 10 10 m 200 10 l S')
  expect(linework.styles[0]).toMatchObject({ dashPt: [6, 3], dashPhasePt: 4 })
})

describe('coordinates that are large in the file', () => {
  const far = 'q 0.05 0 0 0.05 -650000 -650000 cm 13002001 13002002 m 13003001 13002003 l S Q'

  it('are read exactly, packed or not', async () => {
    for (const pdf of [await handWritten(far), await packed(await handWritten(far))]) {
      const { linework } = await readSheet(pdf)
      expect(linework.roundingPt).toBeUndefined()
      expect([...linework.segments]).toEqual([100.05, 100.1, 150.05, 100.15].map((pt) => expect.closeTo(pt, 4)))
    }
  })

  it('are told with how far they may be off where the content is not plain; usual ones are not', async () => {
    const odd = ' BI /W 1 /H 1 /BPC 8 /CS /G ID \x00 EI'
    expect((await seen(`10 10 m 200 10 l S${odd}`)).linework.roundingPt).toBeUndefined()
    expect((await seen(far + odd)).linework.roundingPt).toBeCloseTo(0.025, 9)
  })
})

/** With its streams deflated. */
const packed = async (pdf: Uint8Array): Promise<Uint8Array> => {
  const document = await PDFDocument.load(pdf)
  for (const [reference, object] of document.context.enumerateIndirectObjects())
    if (object instanceof PDFRawStream && !object.dict.has(PDFName.of('Filter')))
      document.context.assign(reference, document.context.flateStream(object.getContents(), dictOf(object)))
  return document.save({ useObjectStreams: false })
}

const dictOf = ({ dict }: PDFRawStream) =>
  Object.fromEntries(
    dict
      .entries()
      .filter(([key]) => key !== PDFName.of('Length'))
      .map(([key, value]) => [key.decodeText(), value]),
  )

describe('colours without a colorant', () => {
  const tint = '<< /FunctionType 2 /Domain [0 1] /C0 [0 0 0] /C1 [1 0 0] /N 1 >>'
  const spaces = `/ColorSpace << /A [/Separation /None /DeviceRGB ${tint}] /B [/Separation /Gold /DeviceRGB ${tint}] >>`

  it('paint nothing, and others do', async () => {
    const content =
      '/A CS 1 SCN 10 10 m 100 10 l S /B CS 1 SCN 10 20 m 100 20 l S /A cs 1 scn 10 50 20 20 re f 0 0 1 RG 10 30 m 100 30 l S'
    const { lines } = await seen(content, { resources: spaces })
    expect(lines).toEqual([
      [10, 20, 100, 20],
      [10, 30, 100, 30],
    ])
  })

  it('also where the file keeps its objects in streams', async () => {
    const plain = await handWritten('/A CS 1 SCN 10 10 m 100 10 l S 0 0 1 RG 10 30 m 100 30 l S', {
      resources: spaces,
    })
    const packed = await (await PDFDocument.load(plain)).save({ useObjectStreams: true })
    expect(Buffer.from(packed).includes('/Separation')).toBe(false)
    const { linework } = await readSheet(packed)
    expect([...linework.segmentFlags].map(isVisible)).toEqual([false, true])
  })
})
