import { deflateSync } from 'node:zlib'
import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { handWritten } from '../../../../tests/support/hand-written'
import { readSheet } from '../../../../tests/support/read-sheet'
import { isVisible, type Linework } from '../linework'
import { withStandIns } from './content-paths'

const latin1 = (text: string) => new Uint8Array(Buffer.from(text, 'latin1'))

/** Numbers that single precision holds exactly: then both ways of reading come to the very same. */
const number = fc.oneof(
  fc.integer({ min: -50, max: 350 }).map(String),
  fc.integer({ min: -3200, max: 22_400 }).map((value) => String(value / 64)),
  fc.constantFrom('.5', '.25', '7.', '-.125', '+1.250', '-0', '00012.50'),
)
const numbers = (count: number) => fc.array(number, { minLength: count, maxLength: count }).map((all) => all.join(' '))
const piece = fc.oneof(
  numbers(2).map((p) => `${p} l`),
  numbers(2).map((p) => `${p} m`),
  numbers(6).map((p) => `${p} c`),
  numbers(4).map((p) => `${p} v`),
  numbers(4).map((p) => `${p} y`),
  numbers(4).map((p) => `${p} re`),
  // Begun anew: pdf.js forgets that closing goes back to the start of the subpath.
  numbers(2).map((p) => `h ${p} m`),
)
const paint = fc.constantFrom('S', 'S', 'S', 's', 'f', 'F', 'f*', 'B', 'B*', 'b', 'b*', 'n')
const path = fc
  .tuple(numbers(2), fc.array(piece, { maxLength: 6 }), paint)
  .map(([start, pieces, end]) => `${start} m ${pieces.join(' ')} ${end}`)
/** Where nothing lies along it: what rounding does there is not told here. */
const clip = fc
  .tuple(fc.integer({ min: 0, max: 150 }), fc.constantFrom('W', 'W*'))
  .map(([from, way]) => `q ${from}.0078125 ${from}.0234375 120.0078125 90.0390625 re ${way} n`)
/** What stands between paths, with all that could be taken for one. */
const between = fc.constantFrom(
  'q',
  'Q',
  '2 w',
  '[3 1] 0 d',
  '1 0 0 RG',
  '0.5 g',
  '1 0 0 1 3 4 cm',
  '% 1 2 m 3 4 l S\n',
  '/Span << /T (1 2 m \\) (3 4 l) S) /N <00> >> BDC',
  'EMC',
  'BT /F 9 Tf 20 20 Td (a m b l S) Tj [(x) -20 (y)] TJ ET',
  '1 J',
  '/X gs',
)
const content = fc
  .array(fc.oneof({ weight: 5, arbitrary: path }, clip, { weight: 2, arbitrary: between }), {
    minLength: 1,
    maxLength: 25,
  })
  .map((all) => all.join('\n'))

const FONT = { resources: '/Font << /F 10 0 R >>', objects: ['/Type /Font /Subtype /Type1 /BaseFont /Helvetica'] }

/** A file of this content, deflated. */
async function deflated(text: string): Promise<Uint8Array> {
  const bytes = deflateSync(latin1(text))
  return handWritten('/C Do', {
    resources: '/XObject << /C 11 0 R >>',
    objects: [
      FONT.objects[0]!,
      {
        dictionary: `/Type /XObject /Subtype /Form /BBox [0 0 300 200] /Filter /FlateDecode /Resources << ${FONT.resources} >>`,
        stream: Buffer.from(bytes).toString('latin1'),
      },
    ],
  })
}

/** A form with content that is left to pdf.js, since there is an image within. */
const odd = (text: string) =>
  handWritten('/C Do', {
    resources: '/XObject << /C 11 0 R >>',
    objects: [
      FONT.objects[0]!,
      {
        dictionary: `/Type /XObject /Subtype /Form /BBox [0 0 300 200] /Resources << ${FONT.resources} >>`,
        stream: `BI /W 1 /H 1 /BPC 8 /CS /G ID \x7f EI\n${text}`,
      },
    ],
  })

/** Everything that shows, rounded as single precision before the page's matrix may round it. */
function seen({ segments, segmentFlags, segmentStyles, curves, curveFlags, styles, text }: Linework) {
  const rows = (values: Float32Array, flags: Uint8Array, width: number) =>
    [...flags.keys()].map((i) => ({
      at: Array.from(values.subarray(i * width, (i + 1) * width), (value) => Math.round(value * 100) / 100 + 0),
      seen: isVisible(flags[i]!),
    }))
  const lines = rows(segments, segmentFlags, 4)
  // Dots of strokes that are one come before their lines.
  const inOrder = <T>(all: T[]) => all.map((each) => JSON.stringify(each)).sort()
  return {
    lines: inOrder(lines.map((line, i) => ({ ...line, style: styles[segmentStyles[i]!] }))),
    curves: inOrder(rows(curves, curveFlags, 8)),
    text: text.map((run) => run.text),
  }
}

describe('paths that are read by ourselves', () => {
  it('are those that pdf.js reads, with their pens, clips and order, whatever stands between', async () => {
    await fc.assert(
      fc.asyncProperty(content, async (text) => {
        const theirs = seen((await readSheet(await odd(text))).linework)
        expect(seen((await readSheet(await deflated(text))).linework)).toEqual(theirs)
      }),
      { numRuns: 150 },
    )
  }, 120_000)

  it('leave what is not plain to pdf.js', () => {
    for (const text of [
      '1 2 l S',
      '1 2 m 3 4 l',
      '1 2 m 3 4 l 2 w S',
      '1 2 3 m 4 5 l S',
      '1 m 2 3 l S',
      '--1 2 m 3 4 l S',
      '1e3 2 m 3 4 l S',
      '(1 2 m 3 4 l S',
      '1 2 m 3 4 l S endobj',
      'BI /W 1 ID x EI 1 2 m 3 4 l S',
      '1 0 obj << /Length 3 >>',
      'q Q',
      '',
    ])
      expect(withStandIns(latin1(text)), text).toBeNull()
  })

  it('are one where they are stroked alike, one after another', () => {
    const told = Buffer.from(
      withStandIns(latin1(Array.from({ length: 50 }, (_, i) => `${i} 2 m ${i} 9 l S`).join('\n')))!,
    ).toString('latin1')
    expect(told.match(/S/g)).toHaveLength(1)
  })
})
