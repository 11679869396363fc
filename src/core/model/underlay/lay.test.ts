import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { apply } from '../../geometry/affine'
import { type Box, boxOf, corners, EMPTY_BOX } from '../../geometry/box'
import { MM_PER_PT } from '../../units/length'
import { layOut, type SheetToLay } from './lay'
import { placementMap } from './placement'
import type { Placement } from './schema'

const sheet = fc.record({
  widthPt: fc.double({ min: 10, max: 5000, noNaN: true }),
  heightPt: fc.double({ min: 10, max: 5000, noNaN: true }),
  ratio: fc.constantFrom(1, 5, 48, 100, 500),
  zeroPt: fc.constant({ x: 0, y: 0 }),
})
const turns = fc.integer({ min: 0, max: 3 })

const boxAt = ({ widthPt, heightPt }: SheetToLay, placement: Placement): Box =>
  boxOf(corners({ minX: 0, minY: 0, maxX: widthPt, maxY: heightPt }).map((p) => apply(placementMap(placement), p)))

describe('sheets laid down', () => {
  it('beside one another never overlap, nor what is there, and stand on one line', () => {
    fc.assert(
      fc.property(fc.array(sheet, { minLength: 1, maxLength: 6 }), turns, (sheets, quarters) => {
        const taken = { minX: -500, minY: -300, maxX: 900, maxY: 700 }
        const boxes = layOut(sheets, { kind: 'beside', taken }, quarters).map((placement, i) =>
          boxAt(sheets[i]!, placement),
        )
        let right = taken.maxX
        for (const { minX, minY, maxX } of boxes) {
          expect(minX).toBeGreaterThan(right)
          expect(minY).toBeCloseTo(taken.minY, 6)
          right = maxX
        }
      }),
    )
  })

  it('have the size of their ratio, whichever way they are turned', () => {
    fc.assert(
      fc.property(sheet, turns, (one, quarters) => {
        const [placement] = layOut([one], { kind: 'origin' }, quarters)
        const { minX, minY, maxX, maxY } = boxAt(one, placement!)
        const sides = [maxX - minX, maxY - minY]
        const paper = [one.widthPt, one.heightPt].map((pt) => pt * MM_PER_PT * one.ratio)
        if (quarters % 2) paper.reverse()
        expect(sides[0]! / paper[0]!).toBeCloseTo(1, 9)
        expect(sides[1]! / paper[1]!).toBeCloseTo(1, 9)
        expect([minX, minY].every((value) => Math.abs(value) < 1e-6)).toBe(true)
      }),
    )
  })

  it('at a point begin there', () => {
    fc.assert(
      fc.property(sheet, turns, (one, quarters) => {
        const { minX, minY } = boxAt(one, layOut([one], { kind: 'point', at: { x: 1234, y: -99 } }, quarters)[0]!)
        expect(minX).toBeCloseTo(1234, 6)
        expect(minY).toBeCloseTo(-99, 6)
      }),
    )
  })

  it('alone on an empty board begin at the origin', () => {
    const one = { widthPt: 100, heightPt: 50, ratio: 100, zeroPt: { x: 0, y: 0 } }
    const { minX, minY } = boxAt(one, layOut([one], { kind: 'beside', taken: EMPTY_BOX }, 0)[0]!)
    expect([minX, minY]).toEqual([0, 0])
  })

  it('with coordinates of their own put their zero on that of the project', () => {
    const one = { widthPt: 1000, heightPt: 800, ratio: 1, zeroPt: { x: -4000, y: 250 } }
    for (const quarters of [0, 1, 2, 3]) {
      const [placement] = layOut([one], { kind: 'origin' }, quarters)
      const zero = apply(placementMap(placement!), one.zeroPt)
      expect(Math.hypot(zero.x, zero.y)).toBeLessThan(1e-6)
    }
  })
  it('storeys of one model lie on one another, wherever the first of them is laid', () => {
    const storey = { widthPt: 1000, heightPt: 800, ratio: 1, storeyOf: 'model' }
    const sheets = [
      { ...storey, zeroPt: { x: -4000, y: 250 } },
      { widthPt: 300, heightPt: 200, ratio: 1, zeroPt: { x: 0, y: 0 } },
      { ...storey, widthPt: 500, zeroPt: { x: -4200, y: 20 } },
    ]
    const [lower, , upper] = layOut(sheets, { kind: 'point', at: { x: 7, y: 9 } }, 1)
    const [a, b] = [apply(placementMap(lower!), sheets[0]!.zeroPt), apply(placementMap(upper!), sheets[2]!.zeroPt)]
    expect(Math.hypot(a.x - b.x, a.y - b.y)).toBeLessThan(1e-6)
  })
})
