import sharp from 'sharp'
import { describe, expect, it } from 'vitest'
import { boathouseSet } from '../../../../demo/sheets/boathouse'
import { seeded } from '../../../../demo/sheets/random'
import { readSheet } from '../../../../tests/support/read-sheet'
import { partOn, piecesOf, scanOf } from '../../../../tests/support/scan'
import type { Greys } from '../raster-lines'
import type { RoundStroke, StraightStroke } from './refine'
import { tracedLinework } from './to-linework'
import { type TracedStroke, traceScan } from './trace'

/** Pixels to a millimetre at 200 to the inch. */
const PX_PER_MM = 200 / 25.4

/** A drawing as a scanner gives it: by librsvg, on greyish paper, blurred and noisy. */
async function scanned(svg: string, noise = 10): Promise<Greys> {
  const whole = `<svg xmlns="http://www.w3.org/2000/svg" width="600" height="500"><rect width="600" height="500" fill="#e9e4d6"/><g fill="none" stroke="#333">${svg}</g></svg>`
  const { data, info } = await sharp(Buffer.from(whole))
    .blur(0.6)
    .greyscale()
    .raw()
    .toBuffer({ resolveWithObject: true })
  const random = seeded(11)
  for (let i = 0; i < data.length; i++) data[i] = Math.max(0, Math.min(255, data[i]! + noise * (2 * random() - 1)))
  return { data, widthPx: info.width, heightPx: info.height }
}

const lines = (strokes: readonly TracedStroke[]) =>
  strokes.filter((stroke): stroke is StraightStroke & { certainty: number } => stroke.kind === 'line')
const arcs = (strokes: readonly TracedStroke[]) =>
  strokes.filter((stroke): stroke is RoundStroke & { certainty: number } => stroke.kind === 'arc')

const trace = async (svg: string, noise?: number) => traceScan(await scanned(svg, noise), PX_PER_MM)

/** How far the nearer of a stroke's ends lies from a place. */
const endOff = ({ start, end }: StraightStroke, x: number, y: number) =>
  Math.min(Math.hypot(start.x - x, start.y - y), Math.hypot(end.x - x, end.y - y))

describe('strokes of a scan', () => {
  it('are whole lines with their ends within a pixel, at any angle, width and tone', async () => {
    const random = seeded(3)
    for (let i = 0; i < 12; i++) {
      const turn = random() * Math.PI
      const half = 100 + 120 * random()
      const [dx, dy] = [half * Math.cos(turn), half * Math.sin(turn)]
      const tone = ['#222', '#555', '#888'][i % 3]
      const width = 1.2 + 7 * random()
      const found = lines(
        await trace(
          `<path d="M${300 - dx} ${250 - dy}L${300 + dx} ${250 + dy}" stroke="${tone}" stroke-width="${width}"/>`,
        ),
      )
      expect(found).toHaveLength(1)
      expect(endOff(found[0]!, 300 + dx, 250 + dy)).toBeLessThan(1)
      expect(endOff(found[0]!, 300 - dx, 250 - dy)).toBeLessThan(1)
      expect(found[0]!.certainty).toBeGreaterThan(0.9)
    }
  })

  it('go through where others cross them, and meet where they end on one another', async () => {
    const found = lines(
      await trace(
        '<path stroke-width="3" d="M60 100H540V400H60Z M200 100V400"/><path stroke-width="5" d="M20 250H580 M300 40V460"/>',
      ),
    )
    expect(found).toHaveLength(7)
    for (const [x, y] of [
      [60, 100],
      [540, 100],
      [540, 400],
      [60, 400],
    ] as const)
      expect(found.filter((line) => endOff(line, x, y) < 0.6)).toHaveLength(2)
    expect(found.some((line) => endOff(line, 200, 100) < 0.6 && endOff(line, 200, 400) < 0.6)).toBe(true)
  })

  it('are arcs and circles to a fraction of a pixel', async () => {
    const found = await trace(
      '<circle cx="180" cy="250" r="100" stroke-width="3"/><path stroke-width="2" d="M400 380V250A130 130 0 0 1 530 380Z"/>',
    )
    const [circle, swing] = arcs(found).sort((a, b) => a.radius - b.radius)
    expect(arcs(found)).toHaveLength(2)
    expect(Math.hypot(circle!.center.x - 180, circle!.center.y - 250)).toBeLessThan(0.2)
    expect(Math.abs(circle!.radius - 100)).toBeLessThan(0.3)
    expect(Math.abs(circle!.sweepRad)).toBeCloseTo(2 * Math.PI, 6)
    expect(Math.hypot(swing!.center.x - 400, swing!.center.y - 380)).toBeLessThan(0.6)
    expect(Math.abs(swing!.sweepRad)).toBeGreaterThan(1.45)
    expect(lines(found)).toHaveLength(2)
  })

  it('are the edges of filled areas, and lines on grey ones', async () => {
    const black = lines(await trace('<path fill="#333" stroke="none" d="M100 100H500V140H100Z"/>'))
    expect(black).toHaveLength(4)
    for (const [x, y] of [
      [100, 100],
      [500, 140],
    ] as const)
      expect(black.filter((line) => endOff(line, x, y) < 0.6)).toHaveLength(2)
    const grey = lines(
      await trace(
        '<path fill="#999" stroke-width="2" d="M100 100H500V140H100Z"/><path stroke-width="2" d="M50 120H550"/>',
      ),
    )
    // The outline, each of its sides once, and the line across all of it.
    expect(grey.filter(({ widthPx }) => widthPx > 0)).toHaveLength(5)
    expect(grey.some((line) => endOff(line, 50, 120) < 1.5 && endOff(line, 550, 120) < 1.5)).toBe(true)
  })

  it('leave lettering out, and dashes apart', async () => {
    const found = await trace(
      `<g fill="#333" stroke="none" font-family="sans-serif"><text x="100" y="100" font-size="22">Room 12</text>
       <text x="100" y="200" font-size="60">TITLE</text></g><path stroke-width="3" stroke-dasharray="24 12" d="M60 300H552"/>`,
    )
    expect(found.every((stroke) => stroke.kind === 'line' && Math.abs(stroke.start.y - 300) < 1)).toBe(true)
    expect(found).toHaveLength(14)
  })

  it('are none on empty paper, however noisy', async () => {
    expect(await trace('', 0)).toEqual([])
    expect(await trace('', 25)).toEqual([])
  })
})

it('the strokes of a printed sheet are its lines, and those that are sure nearly all of them', async () => {
  const pdf = await boathouseSet()
  const { linework: drawn } = await readSheet(pdf)
  const traced = tracedLinework(await scanOf(pdf), drawn)
  const [truth, found] = [piecesOf(drawn), piecesOf(traced)]
  // A pixel, and a fifth of one.
  const within = (1.2 * 72) / 200
  expect(partOn(truth, found, within)).toBeGreaterThan(0.95)
  expect(
    partOn(
      found.filter(({ certainty }) => certainty >= 0.9),
      truth,
      within,
    ),
  ).toBeGreaterThan(0.985)
})
