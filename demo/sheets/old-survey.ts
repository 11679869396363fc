import sharp from 'sharp'
import { seeded } from './random'

const DPI = 150
/** A3 at that resolution. */
const WIDTH = Math.round((420 / 25.4) * DPI)
const HEIGHT = Math.round((297 / 25.4) * DPI)
/** How the sheet lay on the glass. */
const SKEW_DEG = 1.4

/** A line as a hand draws it: nearly straight, in three strokes. */
function stroke(x1: number, y1: number, x2: number, y2: number, width: number, random: () => number): string {
  const shake = () => (random() - 0.5) * 3
  const at = (t: number) => `${x1 + (x2 - x1) * t + shake()} ${y1 + (y2 - y1) * t + shake()}`
  return `<path d="M${x1} ${y1} L${at(0.33)} L${at(0.67)} L${x2} ${y2}" stroke-width="${width}"/>`
}

/** The survey of the old boat shed, drawn by hand, yellowed, and scanned askew. */
export async function oldSurvey(): Promise<Uint8Array> {
  const random = seeded(1907)
  const lines: string[] = []
  const wall = (x1: number, y1: number, x2: number, y2: number) => {
    const [dx, dy] = x1 === x2 ? [14, 0] : [0, 14]
    lines.push(stroke(x1, y1, x2, y2, 4, random), stroke(x1 + dx, y1 + dy, x2 + dx, y2 + dy, 4, random))
  }
  for (const [x1, y1, x2, y2] of [
    [420, 420, 2050, 420],
    [2050, 420, 2050, 1240],
    [420, 1240, 1000, 1240],
    [1420, 1240, 2050, 1240],
    [420, 420, 420, 1240],
    [1360, 420, 1360, 900],
  ] as const)
    wall(x1, y1, x2, y2)
  for (let i = 0; i < 9; i++) lines.push(stroke(500, 520 + i * 70, 1240, 525 + i * 70, 1.5, random))
  const texts = [
    ['Boat Shed at the Ferry Stage', 1240, 230, 60],
    ['surveyed by the Club, August 1907', 1240, 300, 34],
    ['Boats', 860, 840, 44],
    ['Stores', 1700, 680, 44],
    ['62 feet', 1240, 1420, 40],
    ['31 ft 3', 240, 840, 40],
  ]
    .map(([text, x, y, size]) => `<text x="${x}" y="${y}" font-size="${size}">${text}</text>`)
    .join('')
  const drawing = `<svg xmlns="http://www.w3.org/2000/svg" width="${WIDTH}" height="${HEIGHT}">
    <rect width="100%" height="100%" fill="#efe3c4"/>
    <g fill="none" stroke="#3d3428" stroke-linecap="round">${lines.join('')}</g>
    <g fill="#3d3428" font-family="serif" font-style="italic" text-anchor="middle">${texts}</g></svg>`
  const grain = await sharp({
    create: {
      width: WIDTH,
      height: HEIGHT,
      channels: 3,
      background: '#808080',
      noise: { type: 'gaussian', mean: 128, sigma: 9 },
    },
  })
    .png()
    .toBuffer()
  const aged = await sharp(Buffer.from(drawing))
    .composite([{ input: grain, blend: 'soft-light' }])
    .png()
    .toBuffer()
  const scanned = sharp(aged).rotate(SKEW_DEG, { background: '#d9d2c2' })
  return new Uint8Array(await scanned.withMetadata({ density: DPI }).jpeg({ quality: 82 }).toBuffer())
}
