import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { apply, ontoPair } from '../geometry/affine'
import { project } from '../geometry/projective'
import { distance, type Point } from '../geometry/vector'
import { newUnderlay } from '../model/underlay/new'
import { boardMap, rescaled } from '../model/underlay/placement'
import type { Placement } from '../model/underlay/schema'
import { boardMove, carriedAlong, onSheetPt } from './together'

const coordinate = fc.double({ min: -5000, max: 5000, noNaN: true })
const point = fc.record({ x: coordinate, y: coordinate })
const factor = fc.double({ min: 0.05, max: 20, noNaN: true })
const placement: fc.Arbitrary<Placement> = fc.record({
  kind: fc.constant('affine' as const),
  strain: fc.constant({ along: 1.02, up: 1 / 1.02, lean: 0.01 }),
  mmPerPt: factor,
  turnRad: fc.double({ min: 0, max: 6, noNaN: true }),
  originMm: point,
})
const sheet = (placed: Placement, id: string) =>
  newUnderlay({ id, name: id, sheetId: id, order: 1, placement: placed, dimensions: [] })
const onBoard = (placed: Placement, p: Point) => project(boardMap(placed), p)

describe('sheets that change together', () => {
  it('keep their places to one another: every distance between them grows by the same factor', () => {
    fc.assert(
      fc.property(placement, placement, factor, point, point, point, (first, second, grown, base, p, q) => {
        const after = rescaled(first, { mmPerPt: first.mmPerPt * grown, strain: first.strain }, onSheetPt(first, base))
        const map = boardMove(first, after, onSheetPt(first, base))
        const [carried] = carriedAlong([sheet(second, 'b')], map, true)
        const before = distance(onBoard(first, p), onBoard(second, q))
        const now = distance(onBoard(after, p), onBoard(carried!.after.placement, q))
        expect(now).toBeCloseTo(before * grown, 4)
        expect(distance(apply(map, base), base)).toBeLessThan(1e-6 * (1 + Math.abs(grown) * 1e4))
      }),
    )
  })

  it('are fitted by what was typed, and checked by what fitted them, where their size changes', () => {
    const dimension = { id: 'd', fromPt: { x: 0, y: 0 }, toPt: { x: 9, y: 0 }, statedMm: 90, role: 'fit' as const }
    const placed: Placement = { kind: 'similarity', mmPerPt: 10, turnRad: 0, originMm: { x: 0, y: 0 } }
    const fitted = { ...sheet(placed, 'a'), dimensions: [dimension] }
    const [resized] = carriedAlong([fitted], [2, 0, 0, 2, 0, 0], true)
    expect(resized!.after).toMatchObject({ sizedBy: 'typed', dimensions: [{ role: 'check' }] })
    const [moved] = carriedAlong([fitted], [1, 0, 0, 1, 5, 0], false)
    expect(moved!.after).toMatchObject({ dimensions: [{ role: 'fit' }], placement: { originMm: { x: 5, y: 0 } } })
  })
})

describe('one pair of points laid onto another', () => {
  it('lays the first exactly and the second exactly, or in its direction at its own distance', () => {
    fc.assert(
      fc.property(point, point, point, point, fc.boolean(), (a, b, to, end, scales) => {
        fc.pre(distance(a, b) > 1 && distance(to, end) > 1)
        const map = ontoPair([a, b], [to, end], scales)!
        expect(distance(apply(map, a), to)).toBeLessThan(1e-6)
        const laid = apply(map, b)
        const part = scales ? 1 : distance(a, b) / distance(to, end)
        const wanted = { x: to.x + (end.x - to.x) * part, y: to.y + (end.y - to.y) * part }
        expect(distance(laid, wanted)).toBeLessThan(1e-6)
      }),
    )
  })

  it('is no map where two points of a pair lie on one another', () => {
    const [a, b] = [
      { x: 1, y: 1 },
      { x: 2, y: 1 },
    ]
    expect(ontoPair([a, a], [a, b], true)).toBeNull()
    expect(ontoPair([a, b], [b, b], false)).toBeNull()
  })
})
