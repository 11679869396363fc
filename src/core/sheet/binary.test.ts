import fc from 'fast-check'
import { expect, it } from 'vitest'
import { decodeSheet, encodeSheet, indexSheet } from './binary'
import { Flag, type Linework } from './linework'
import { Recorder } from './recorder'

const PAGE = { box: { minX: 0, minY: 0, maxX: 1000, maxY: 800 }, areas: [] }
const number = fc.double({ min: 1, max: 799, noNaN: true }).map(Math.fround)
const numbers = (count: number) => fc.array(number, { minLength: count, maxLength: count })

const sheet = fc
  .record({
    segments: fc.array(numbers(4), { maxLength: 60 }),
    curves: fc.array(numbers(8), { maxLength: 20 }),
    words: fc.array(fc.record({ text: fc.string({ minLength: 1 }), x: number, y: number }), { maxLength: 8 }),
    layer: fc.string(),
  })
  .map(({ segments, curves, words, layer }): Linework => {
    const recorder = new Recorder(1000, 800)
    const style = recorder.style({
      kind: 'stroke',
      color: '#102030',
      alpha: 1,
      widthPt: 0.5,
      dashPt: [3, 1],
      layer: 0,
      markup: false,
    })
    for (const [x1, y1, x2, y2] of segments)
      recorder.segment(x1!, y1!, x2!, y2!, style, x1! > y1! ? Flag.layerOff : 0, PAGE)
    for (const [a, b, c, d, e, f, g, h] of curves)
      recorder.curve(
        { start: { x: a!, y: b! }, pullStart: { x: c!, y: d! }, pullEnd: { x: e!, y: f! }, end: { x: g!, y: h! } },
        style,
        0,
        PAGE,
      )
    for (const word of words)
      recorder.run({ ...word, lengthPt: 20, heightPt: 9, turnRad: 0, layer: -1, flags: 0 }, '#000000')
    return recorder.finish([{ name: layer, visible: true }])
  })

it('a sheet comes back from its bytes as it was, and catches the same', () => {
  fc.assert(
    fc.property(sheet, number, number, (linework, x, y) => {
      const before = indexSheet(linework)
      const bytes = encodeSheet(before)
      const after = decodeSheet(bytes.slice().buffer)
      expect({ ...after.linework, text: after.linework.text }).toEqual(linework)
      const found = (index: typeof before.index) => index.near({ x, y }, 60).map(({ item }) => item)
      expect(found(after.index)).toEqual(found(before.index))
    }),
  )
})

it('bytes of anything else are refused', () => {
  expect(() => decodeSheet(new ArrayBuffer(4))).toThrow('not a sheet')
  expect(() => decodeSheet(new TextEncoder().encode('%PDF-1.7 and more').buffer)).toThrow('not a sheet')
})
