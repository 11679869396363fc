import { describe, expect, it } from 'vitest'
import { seeded as random } from '../../../demo/sheets/random'
import { leftOf, type Point } from '../geometry/vector'
import { type Patch, type Stroke, strokesAround } from './strokes'

const SIZE = 160
interface Painted {
  readonly start: Point
  readonly end: Point
  readonly width: number
}

/** A scan of strokes with known truth: anti-aliased, noisy, at any tone, or of black and white only. */
function scan(strokes: readonly Painted[], { noise = 12, paper = 235, ink = 40, bits = 8, seed = 1 } = {}): Patch {
  const next = random(seed)
  const brightness = new Uint8Array(SIZE * SIZE)
  for (let y = 0; y < SIZE; y++)
    for (let x = 0; x < SIZE; x++) {
      const dark = Math.max(0, ...strokes.map((each) => coverage(each, x + 0.5, y + 0.5)))
      const value = paper + (ink - paper) * dark + (next() + next() + next() - 1.5) * 2 * noise
      brightness[y * SIZE + x] = bits === 1 ? (value < (paper + ink) / 2 ? 0 : 255) : Math.max(0, Math.min(255, value))
    }
  return { width: SIZE, height: SIZE, brightness }
}

/** How much of a pixel a stroke covers: exact but for the slant within one pixel. */
function coverage({ start, end, width }: Painted, x: number, y: number): number {
  const size = Math.hypot(end.x - start.x, end.y - start.y)
  const [dx, dy] = [(end.x - start.x) / size, (end.y - start.y) / size]
  const along = (x - start.x) * dx + (y - start.y) * dy
  const part = (inside: number) => Math.min(1, Math.max(0, inside + 0.5))
  return part(width / 2 - Math.abs((x - start.x) * dy - (y - start.y) * dx)) * part(Math.min(along, size - along))
}

/** A stroke through the patch at an angle, at a distance from its middle. */
function across(turn: number, off: number, width: number, half = 200): Painted {
  const direction = { x: Math.cos(turn), y: Math.sin(turn) }
  const side = leftOf(direction)
  const through = { x: SIZE / 2 + side.x * off, y: SIZE / 2 + side.y * off }
  return {
    start: { x: through.x - direction.x * half, y: through.y - direction.y * half },
    end: { x: through.x + direction.x * half, y: through.y + direction.y * half },
    width,
  }
}

const middle = { x: SIZE / 2, y: SIZE / 2 }

/** How far the found centre line lies from the true one, where it is nearest to the place. */
function offCentre(stroke: Stroke, { start, end }: Painted): number {
  const size = Math.hypot(end.x - start.x, end.y - start.y)
  const [dx, dy] = [(end.x - start.x) / size, (end.y - start.y) / size]
  const off = (p: Point) => Math.abs((p.x - start.x) * dy - (p.y - start.y) * dx)
  const at = { x: (stroke.start.x + stroke.end.x) / 2, y: (stroke.start.y + stroke.end.y) / 2 }
  return off(at)
}

describe('strokes of scans', () => {
  it('have their centre within 0.3 px in 95 of 100, 2 to 20 px wide, at any angle, tone and place', () => {
    const next = random(7)
    const offs: number[] = []
    for (let i = 0; i < 200; i++) {
      const width = 2 + next() * 18
      const painted = across(next() * Math.PI, (next() - 0.5) * 16, width)
      const patch = scan([painted], { seed: i, noise: 4 + next() * 14, paper: 190 + next() * 60, ink: next() * 80 })
      const best = strokesAround(patch, middle)[0]
      offs.push(best ? offCentre(best, painted) : Infinity)
    }
    const within = offs.filter((off) => off <= 0.3).length
    expect(within / offs.length).toBeGreaterThanOrEqual(0.95)
  })

  it('are found in scans of black and white only', () => {
    const next = random(9)
    const offs = Array.from({ length: 60 }, (_, i) => {
      const painted = across(next() * Math.PI, (next() - 0.5) * 12, 3 + next() * 15)
      const best = strokesAround(scan([painted], { bits: 1, seed: i }), middle)[0]
      return best ? offCentre(best, painted) : Infinity
    })
    expect(offs.filter((off) => off <= 0.5).length / offs.length).toBeGreaterThanOrEqual(0.9)
  })

  it('have the width that they were drawn with, and end where they end', () => {
    const painted: Painted = { start: { x: 30, y: 60 }, end: { x: 92, y: 84 }, width: 6 }
    const [stroke] = strokesAround(scan([painted]), { x: 88, y: 82 })
    expect(stroke!.widthPx).toBeCloseTo(6, 0)
    const ends = [stroke!.start, stroke!.end]
    const [from, to] = ends.sort((a, b) => a.x - b.x)
    expect(Math.hypot(to!.x - 92, to!.y - 84)).toBeLessThan(0.8)
    expect(Math.hypot(from!.x - 30, from!.y - 60)).toBeLessThan(0.8)
    expect([stroke!.goesOnAtStart, stroke!.goesOnAtEnd]).toEqual([false, false])
  })

  it('that end on another one end in its middle, not at its far edge', () => {
    const next = random(11)
    for (let i = 0; i < 60; i++) {
      const turn = next() * Math.PI * 2
      const [along, side] = [
        { x: Math.cos(turn), y: Math.sin(turn) },
        { x: -Math.sin(turn), y: Math.cos(turn) },
      ]
      const met = { x: 75 + next() * 10, y: 75 + next() * 10 }
      const to = (d: Point, by: number): Point => ({ x: met.x + d.x * by, y: met.y + d.y * by })
      const width = 1.5 + next() * 6
      const through: Painted = { start: to(side, -50), end: to(side, i % 2 ? 50 : width / 2), width }
      const ending: Painted = { start: to(along, -width / 2), end: to(along, 50), width: 1.5 + next() * 4 }
      const found = strokesAround(scan([through, ending], { seed: i }), met)
      const ends = found.flatMap((each) => [
        ...(each.goesOnAtStart ? [] : [each.start]),
        ...(each.goesOnAtEnd ? [] : [each.end]),
      ])
      expect(Math.min(...ends.map((end) => Math.hypot(end.x - met.x, end.y - met.y)))).toBeLessThan(0.5)
    }
  })

  it('cross where they were drawn to cross', () => {
    const [a, b] = [across(0.3, 4, 5), across(1.7, -6, 8)]
    const found = strokesAround(scan([a, b]), middle)
    expect(found.length).toBeGreaterThanOrEqual(2)
    for (const painted of [a, b])
      expect(Math.min(...found.map((stroke) => offCentre(stroke, painted)))).toBeLessThan(0.5)
  })

  it('go on over small breaks', () => {
    const next = random(3)
    const painted = across(0.5, 0, 5)
    const patch = scan([painted])
    // Specks of paper on the stroke.
    for (let i = 0; i < 60; i++) patch.brightness[Math.floor(next() * SIZE) * SIZE + Math.floor(next() * SIZE)] = 235
    const [stroke] = strokesAround(patch, middle)
    expect(Math.hypot(stroke!.end.x - stroke!.start.x, stroke!.end.y - stroke!.start.y)).toBeGreaterThan(80)
    expect(offCentre(stroke!, painted)).toBeLessThan(0.3)
  })

  it('are none on blank paper, on grey, and beside the patch', () => {
    expect(strokesAround(scan([]), middle)).toEqual([])
    expect(strokesAround({ width: 8, height: 8, brightness: new Uint8Array(64).fill(90) }, { x: 4, y: 4 })).toEqual([])
    expect(strokesAround(scan([across(0, 0, 4)]), { x: -500, y: 900 })).toEqual([])
  })
})
