import fc from 'fast-check'
import { expect, it } from 'vitest'
import { chainLength } from '../../draft/chain'
import { placeAt } from '../../geometry/piece/piece'
import { doubleArea, isInside } from '../../geometry/polygon'
import { surroundingsOf } from '../shapes'
import type { Hatch } from './schema'
import { hatchShape } from './shape'

const AROUND = surroundingsOf(new Map(), { unit: 'mm', precision: 0 })

/** A comb that stands on a bar, its teeth as high as given, all corners on a grid of 50. */
const comb = (teeth: readonly number[]): [number, number][] => [
  [0, -100],
  [teeth.length * 200 - 100, -100],
  ...teeth
    .flatMap((height, i): [number, number][] => [
      [i * 200, 0],
      [i * 200, height],
      [i * 200 + 100, height],
      [i * 200 + 100, 0],
    ])
    .reverse(),
]

it('a hatch fills its rings and nothing else, also where its lines run through corners and along edges', () => {
  fc.assert(
    fc.property(
      fc.array(
        fc.integer({ min: 1, max: 12 }).map((n) => n * 50),
        { minLength: 2, maxLength: 6 },
      ),
      fc.constantFrom(0, 45, 90, 135, 180),
      fc.constantFrom(10, 50, 100),
      (teeth, turnDeg, spacingMm) => {
        const ring = comb(teeth)
        const island: [number, number][] = [
          [20, -80],
          [60, -80],
          [60, -40],
          [20, -40],
        ]
        const hatch: Hatch = {
          id: 'h',
          kind: 'hatch',
          layerId: 'layer',
          rings: [ring, island].map((corners) => ({ xy: corners.flat() })),
          pattern: 'lines',
          spacingMm,
          turnRad: (turnDeg * Math.PI) / 180,
        }
        const rings = [ring, island].map((corners) => corners.map(([x, y]) => ({ x, y })))
        const lines = hatchShape.chains(hatch, AROUND)
        for (const { pieces } of lines)
          for (const t of [0.001, 0.3, 0.5, 0.7, 0.999]) {
            const p = placeAt(pieces[0]!, t)
            expect(isInside(rings[0]!, p) && !isInside(rings[1]!, p)).toBe(true)
          }
        const [whole, hole] = rings.map((each) => Math.abs(doubleArea(each)) / 2)
        const covered = lines.reduce((sum, line) => sum + chainLength(line), 0) * spacingMm
        const edge = teeth.reduce((sum, height) => sum + 2 * height + 400, 600)
        expect(Math.abs(covered - (whole! - hole!))).toBeLessThan(edge * spacingMm)
      },
    ),
  )
})
