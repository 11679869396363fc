import { readFile, writeFile } from 'node:fs/promises'
import { join } from 'node:path'
import sharp from 'sharp'
import { flattenCubic } from '@/core/geometry/bezier'
import type { Point } from '@/core/geometry/vector'
import { curveOf, isVisible, type Linework, segmentEnds } from '@/core/sheet/linework'
import type { Greys } from '@/core/sheet/raster-lines'
import { seeded } from '../../demo/sheets/random'
import { inScratch, program } from './producers'

/** A page of a PDF as a scanner gives it: poppler's print, blurred, on greyish paper, noisy. */
export const scanOf = (pdf: Uint8Array, { dpi = 200, page = 1, noise = 12 } = {}): Promise<Greys> =>
  inScratch(async (folder) => {
    await writeFile(join(folder, 'in.pdf'), pdf)
    const which = ['-f', String(page), '-l', String(page), '-singlefile']
    await program('pdftoppm', ...which, '-r', String(dpi), '-gray', '-png', join(folder, 'in.pdf'), join(folder, 'out'))
    const blurred = sharp(await readFile(join(folder, 'out.png'))).blur(0.7)
    const { data, info } = await blurred.greyscale().raw().toBuffer({ resolveWithObject: true })
    const random = seeded(page + 7)
    for (let i = 0; i < data.length; i++)
      data[i] = Math.max(0, Math.min(255, data[i]! * 0.85 + 20 + noise * (2 * random() - 1)))
    return { data, widthPx: info.width, heightPx: info.height }
  })

/** A straight piece of a drawing, in points. */
interface Piece {
  readonly a: Point
  readonly b: Point
  readonly certainty: number
}

/** What can be seen of linework as straight pieces. @param wanted of a style */
export function piecesOf(linework: Linework, wanted: (style: number) => boolean = () => true): Piece[] {
  const pieces: Piece[] = []
  const add = (points: readonly Point[], style: number) => {
    const certainty = linework.styles[style]!.certainty ?? 1
    for (let i = 0; i + 1 < points.length; i++) pieces.push({ a: points[i]!, b: points[i + 1]!, certainty })
  }
  for (let i = 0; i < linework.segmentFlags.length; i++)
    if (isVisible(linework.segmentFlags[i]!) && wanted(linework.segmentStyles[i]!))
      add(segmentEnds(linework, i), linework.segmentStyles[i]!)
  for (let i = 0; i < linework.curveFlags.length; i++)
    if (isVisible(linework.curveFlags[i]!) && wanted(linework.curveStyles[i]!))
      add(flattenCubic(curveOf(linework, i), 0.05), linework.curveStyles[i]!)
  return pieces
}

const CELL_PT = 3
/** Two pieces run alike up to this (sine of the angle between them). */
const SLANT = 0.12

/** Which part of the length of pieces lies on others, within a distance and in the same direction. */
export function partOn(pieces: readonly Piece[], others: readonly Piece[], withinPt: number): number {
  const cells = new Map<string, Piece[]>()
  const key = (x: number, y: number) => `${Math.floor(x / CELL_PT)},${Math.floor(y / CELL_PT)}`
  const along = ({ a, b }: Piece, step: number, use: (p: Point) => void) => {
    const count = Math.max(1, Math.round(Math.hypot(b.x - a.x, b.y - a.y) / step))
    for (let i = 0; i < count; i++) {
      const t = (i + 0.5) / count
      use({ x: a.x + (b.x - a.x) * t, y: a.y + (b.y - a.y) * t })
    }
  }
  for (const other of others)
    along(other, CELL_PT / 3, ({ x, y }) => {
      for (const dy of [-withinPt, 0, withinPt])
        for (const dx of [-withinPt, 0, withinPt]) {
          const there = cells.get(key(x + dx, y + dy)) ?? []
          if (there.length === 0) cells.set(key(x + dx, y + dy), there)
          if (there.at(-1) !== other) there.push(other)
        }
    })
  let [on, all] = [0, 0]
  for (const piece of pieces) {
    const size = Math.hypot(piece.b.x - piece.a.x, piece.b.y - piece.a.y)
    let [hit, count] = [0, 0]
    along(piece, 0.7, (p) => {
      count++
      if ((cells.get(key(p.x, p.y)) ?? []).some((other) => lies(p, piece, other, withinPt))) hit++
    })
    on += (size * hit) / count
    all += size
  }
  return all === 0 ? 1 : on / all
}

function lies(p: Point, piece: Piece, { a, b }: Piece, withinPt: number): boolean {
  const [dx, dy] = [b.x - a.x, b.y - a.y]
  const size = Math.hypot(dx, dy)
  if (size === 0) return false
  const t = Math.max(0, Math.min(1, ((p.x - a.x) * dx + (p.y - a.y) * dy) / size ** 2))
  if (Math.hypot(p.x - a.x - dx * t, p.y - a.y - dy * t) > withinPt) return false
  const [px, py] = [piece.b.x - piece.a.x, piece.b.y - piece.a.y]
  return Math.abs(dx * py - dy * px) <= SLANT * size * Math.hypot(px, py)
}
