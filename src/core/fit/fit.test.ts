import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { seeded } from '../../../demo/sheets/random'
import { apply } from '../geometry/affine'
import { type Homography, invertProjective, project } from '../geometry/projective'
import { distance, type Point } from '../geometry/vector'
import { placementMap, placementOf, rescaled } from '../model/underlay/placement'
import type { KnownDimension } from '../model/underlay/schema'
import { coverageOf, findStretch, fitDimensions, fitStretched } from './known-dimensions'
import { drawnUnder, FitError } from './residual'
import { fitTiePoints, type TieKind } from './tie-points'

const random = seeded(4)
/** Normal deviates (Box and Muller 1958). */
const gauss = () => Math.sqrt(-2 * Math.log(1 - random())) * Math.cos(2 * Math.PI * random())
const somewhere = (width = 1190, height = 840): Point => ({ x: random() * width, y: random() * height })
const moved = ({ x, y }: Point, by: number): Point => ({ x: x + gauss() * by, y: y + gauss() * by })

function dimension(fromPt: Point, toPt: Point, statedMm: number, axis?: 'along' | 'across'): KnownDimension {
  return { id: 'd', fromPt, toPt, statedMm, role: 'fit', ...(axis && { axis }) }
}

/** Dimensions of a sheet as somebody picks them. */
function picked(count: number, [kx, ky]: readonly [number, number], noisePt: number): KnownDimension[] {
  return Array.from({ length: count }, () => {
    for (;;) {
      const [from, to] = [somewhere(), somewhere()]
      if (distance(from, to) < 80) continue
      const stated = Math.hypot((to.x - from.x) * kx, (to.y - from.y) * ky)
      return dimension(moved(from, noisePt), moved(to, noisePt), stated)
    }
  })
}

describe('a fit from known dimensions', () => {
  it('is exact where picking is', () => {
    for (const count of [1, 2, 7]) {
      const { mmPerPt } = fitDimensions(picked(count, [35.28, 35.28], 0), 0)
      expect(mmPerPt / 35.28).toBeCloseTo(1, 12)
    }
    const { mmPerPt, strain } = fitStretched(picked(5, [35, 36], 0), 0)
    expect(mmPerPt * strain!.along).toBeCloseTo(35, 8)
    expect(mmPerPt * strain!.up).toBeCloseTo(36, 8)
  })

  it.each([2, 3, 5, 12])('with %i states an error that holds in 68 of 100 cases', (count) => {
    let held = 0
    const runs = 3000
    for (let run = 0; run < runs; run++) {
      const { mmPerPt, standardError } = fitDimensions(picked(count, [35.28, 35.28], 0.4), 0)
      if (Math.abs(mmPerPt / 35.28 - 1) < standardError) held++
    }
    expect(held / runs).toBeGreaterThan(0.64)
    expect(held / runs).toBeLessThan(0.72)
  })

  it.each([3, 5, 12])('with %i and two factors as well', (count) => {
    let held = 0
    const runs = 2000
    for (let run = 0; run < runs; run++) {
      const dimensions = [
        ...picked(count - 2, [35, 36], 0.4),
        dimension(moved({ x: 100, y: 100 }, 0.4), moved({ x: 900, y: 100 }, 0.4), 800 * 35),
        dimension(moved({ x: 100, y: 100 }, 0.4), moved({ x: 100, y: 700 }, 0.4), 600 * 36),
      ]
      const { mmPerPt, standardError } = fitStretched(dimensions, 0)
      if (Math.abs(mmPerPt / Math.sqrt(35 * 36) - 1) < standardError) held++
    }
    expect(held / runs).toBeGreaterThan(0.63)
    expect(held / runs).toBeLessThan(0.73)
  })

  it('trusts what is picked well and not the one that is wrong', () => {
    for (let run = 0; run < 200; run++) {
      const dimensions = picked(6, [35.28, 35.28], 0.2)
      const wrong = { ...dimensions[2]!, statedMm: dimensions[2]!.statedMm * 1.04 }
      const { trusted } = fitDimensions([...dimensions.slice(0, 2), wrong, ...dimensions.slice(3)], 0)
      expect(trusted[2]).toBe(false)
    }
  })

  it('tells a stretched print from picking', () => {
    let alarms = 0
    for (let run = 0; run < 400; run++) if (findStretch(picked(6, [35, 35], 0.3), 0)?.beyondPicking) alarms++
    expect(alarms / 400).toBeLessThan(0.03)
    for (let run = 0; run < 50; run++)
      expect(findStretch(picked(10, [35, 35.7], 0.3), 0)).toMatchObject({ beyondPicking: true })
  })

  it('long dimensions have the say', () => {
    const long = dimension({ x: 0, y: 0 }, { x: 1000, y: 0 }, 35_000)
    const short = dimension({ x: 0, y: 0 }, { x: 20, y: 0 }, 721)
    const { mmPerPt, shares } = fitDimensions([long, short], 0)
    expect(mmPerPt).toBeCloseTo(35, 1)
    expect(shares[0]).toBeGreaterThan(0.99)
  })

  it('takes lengths along or across the board, whatever the turn', () => {
    const turn = 0.3
    const map = placementMap({ kind: 'similarity', mmPerPt: 35, turnRad: turn, originMm: { x: 5, y: 6 } })
    const [from, to] = [
      { x: 100, y: 200 },
      { x: 700, y: 500 },
    ]
    const [a, b] = [apply(map, from), apply(map, to)]
    const along = dimension(from, to, Math.abs(b.x - a.x), 'along')
    const across = dimension(from, to, Math.abs(b.y - a.y), 'across')
    expect(fitDimensions([along, across], turn).mmPerPt).toBeCloseTo(35, 9)
    expect(() => fitDimensions([dimension(from, { x: 100, y: 300 }, 50, 'along')], 0)).toThrow(
      /nothing is measured along/,
    )
  })

  it('keeps the fixed point, and measures what was stated', () => {
    const before = { kind: 'similarity' as const, mmPerPt: 10, turnRad: 0.5, originMm: { x: 300, y: -20 } }
    const one = dimension({ x: 10, y: 20 }, { x: 400, y: 90 }, 5210)
    const after = rescaled(before, fitDimensions([one], before.turnRad), one.fromPt)
    const [was, is] = [before, after].map((each) => apply(placementMap(each), one.fromPt))
    expect(distance(was!, is!)).toBeLessThan(1e-9)
    expect(drawnUnder(after, one)).toBeCloseTo(5210, 9)
  })

  it('says where one more would help', () => {
    const sheet = { widthPt: 1190, heightPt: 840 }
    const level = dimension({ x: 0, y: 0 }, { x: 100, y: 0 }, 10)
    expect(coverageOf([level], sheet)).toMatchObject({ short: true, oneDirection: true })
    expect(coverageOf([level], sheet).most!.fromPt.x).toBe(coverageOf([level], sheet).most!.toPt.x)
    const good = [dimension({ x: 0, y: 0 }, { x: 900, y: 0 }, 10), dimension({ x: 0, y: 0 }, { x: 0, y: 700 }, 10)]
    expect(coverageOf(good, sheet)).toEqual({ short: false, oneDirection: false, most: null })
  })

  it('refuses stretch where one direction is not measured', () => {
    const level = [100, 300].map((x) => dimension({ x: 0, y: 0 }, { x, y: 0 }, x * 35))
    expect(() => fitStretched(level, 0)).toThrow(/one direction/)
    expect(findStretch(level, 0)).toBeNull()
  })
})

describe('a placement', () => {
  it('is its map and back', () => {
    const part = fc.double({ min: -3, max: 3, noNaN: true })
    const factor = fc.double({ min: 0.3, max: 3, noNaN: true })
    fc.assert(
      fc.property(part, factor, factor, part, part, part, (turn, along, up, lean, e, f) => {
        const [cos, sin] = [Math.cos(turn), Math.sin(turn)]
        const map = [along * cos, along * sin, lean * cos - up * sin, lean * sin + up * cos, e, f] as const
        const back = placementMap(placementOf(map))
        for (const [i, value] of map.entries()) expect(back[i]).toBeCloseTo(value, 9)
      }),
    )
  })
})

describe('a fit from tie points', () => {
  const kinds: readonly TieKind[] = ['similarity', 'affine', 'homography']
  const truth: Readonly<Record<string, Homography>> = {
    similarity: [30, 10, 5e5, -10, 30, -2e6, 0, 0, 1],
    affine: [30, 12, 5e5, -8, 33, -2e6, 0, 0, 1],
    homography: [30, 12, 5e3, -8, 33, -2e3, 2e-4, -1e-4, 1],
  }

  it.each(kinds)('%s: exact points give the exact map', (kind) => {
    for (const count of [4, 9]) {
      const ties = Array.from({ length: count }, () => somewhere()).map((sheetPt) => ({
        sheetPt,
        atMm: project(truth[kind]!, sheetPt),
      }))
      const { homography, residualsMm } = fitTiePoints(ties, kind)
      for (const { x, y } of residualsMm) expect(Math.hypot(x, y)).toBeLessThan(1e-5)
      const far = somewhere()
      expect(distance(project(homography, far), project(truth[kind]!, far))).toBeLessThan(1e-4)
    }
  })

  it('rigid keeps the scale', () => {
    const ties = [somewhere(), somewhere(), somewhere()].map((sheetPt) => ({
      sheetPt,
      atMm: { x: -35 * sheetPt.y + 100, y: 35 * sheetPt.x },
    }))
    const { map, residualsMm } = fitTiePoints(ties, 'rigid', 35)
    expect(placementOf(map!)).toMatchObject({ kind: 'similarity' })
    expect(placementOf(map!).turnRad).toBeCloseTo(Math.PI / 2, 9)
    for (const { x, y } of residualsMm) expect(Math.hypot(x, y)).toBeLessThan(1e-6)
  })

  it('a photo gives places within 2 mm over 10 m, at 0.2 px of noise', () => {
    // A wall of 10 m by 6 m seen askew by a camera of 4000 px.
    const seen: Homography = invertProjective([2.6, 0.35, -900, -0.2, 2.9, -700, 3e-5, -2e-5, 1])
    const errors: number[] = []
    for (let run = 0; run < 200; run++) {
      const corners = [
        [0, 0],
        [10_000, 0],
        [10_000, 6000],
        [0, 6000],
        [5000, 0],
        [5000, 6000],
        [0, 3000],
        [10_000, 3000],
      ]
      const ties = corners.map(([x, y]) => ({
        sheetPt: moved(project(seen, { x: x!, y: y! }), 0.2),
        atMm: { x: x!, y: y! },
      }))
      const { homography } = fitTiePoints(ties, 'homography')
      const place = somewhere(10_000, 6000)
      errors.push(distance(project(homography, project(seen, place)), place))
    }
    errors.sort((a, b) => a - b)
    expect(errors[Math.floor(errors.length * 0.95)]).toBeLessThan(2)
  })

  it('refuses what nothing follows from, with the reason', () => {
    const at = (points: readonly (readonly [number, number])[]) =>
      points.map(([x, y]) => ({ sheetPt: { x, y }, atMm: { x: x * 35, y: y * 35 } }))
    expect(() => fitTiePoints(at([[0, 0]]), 'similarity')).toThrow(/2 points or more; there is one/)
    expect(() =>
      fitTiePoints(
        at([
          [5, 5],
          [5, 5],
        ]),
        'similarity',
      ),
    ).toThrow(/one another/)
    expect(() =>
      fitTiePoints(
        at([
          [0, 0],
          [1, 1],
          [2, 2],
        ]),
        'affine',
      ),
    ).toThrow(/one line/)
    expect(() =>
      fitTiePoints(
        at([
          [0, 0],
          [1, 1],
          [2, 2],
          [5, 0],
        ]),
        'homography',
      ),
    ).toThrow(/no three/)
    expect(() =>
      fitTiePoints(
        at([
          [0, 0],
          [1, 1],
          [2, 0],
        ]),
        'homography',
      ),
    ).toThrow(FitError)
  })
})

it('figures that a file has rounded are no stretch of its print', () => {
  const known = (id: string, x: number, y: number, statedMm: number) => ({
    id,
    role: 'fit' as const,
    fromPt: { x: 0, y: 0 },
    toPt: { x: Math.fround(x), y: Math.fround(y) },
    statedMm,
  })
  const perMm = 0.0194637
  const found = (up: number) =>
    findStretch(
      [31200, 20320, 11500, 6700].flatMap((mm, i) => [
        known(`a${i}`, mm * perMm, 0, mm),
        known(`b${i}`, 0, mm * perMm * up, mm),
      ]),
      0,
    )
  expect(found(1 + 3e-6)!.beyondPicking).toBe(false)
  expect(found(1.002)!.beyondPicking).toBe(true)
})
