import { create } from 'zustand'
import { apply, invert } from '@/core/geometry/affine'
import { type Box, boxOf, corners, intersect, isEmpty } from '@/core/geometry/box'
import type { Print } from '@/core/sheet/print'
import { decodePyramidHeader, levelFor, PYRAMID_MARK_BYTES, type Pyramid, pyramidHeaderEnd } from '@/core/sheet/pyramid'
import { contentUrl } from '@/studio/state/api'
import { tint } from '@/workers/tint'

/** Tiles of large images, fetched by ranges of bytes as they come into view. */

type Placed = Print['tiles'][number]

export interface Tile {
  readonly bitmap: ImageBitmap
  readonly level: number
  /** What it shows of the image, as parts of the unit square, y up. */
  readonly region: Box
}

/** Pixels of tiles held at most: 4 bytes each, so under 100 MB. */
const MOST_PIXELS = 24e6
/** Tiles fetched at once. */
const AT_ONCE = 6

/** Counts up as tiles come, for those who paint them; and how many are waited for. */
export const useTiles = create<{ version: number; waiting: number }>(() => ({ version: 0, waiting: 0 }))

const pyramids = new Map<string, Promise<{ pyramid: Pyramid; start: number }>>()
const ready = new Map<string, { pyramid: Pyramid; start: number }>()
/** By image, tint, level and place; those used last come last. */
const held = new Map<string, Tile>()
const pending = new Map<string, () => Promise<void>>()
let running = 0

async function fetchRange(hash: string, from: number, to: number): Promise<Uint8Array<ArrayBuffer>> {
  const response = await fetch(contentUrl(hash), { headers: { range: `bytes=${from}-${to - 1}` } })
  if (!response.ok) throw new Error(`The image is not to be had (${response.status}).`)
  return new Uint8Array(await response.arrayBuffer())
}

function pyramidOf(hash: string): Promise<{ pyramid: Pyramid; start: number }> {
  const known = pyramids.get(hash)
  if (known) return known
  const opened = fetchRange(hash, 0, PYRAMID_MARK_BYTES).then(async (mark) => {
    const start = pyramidHeaderEnd(mark)
    const found = { pyramid: decodePyramidHeader(await fetchRange(hash, 0, start)), start }
    ready.set(hash, found)
    return found
  })
  pyramids.set(hash, opened)
  opened.catch(() => pyramids.delete(hash))
  return opened
}

const tileKey = (hash: string, color: string | null, level: number, index: number) =>
  `${hash}/${color ?? ''}/${level}/${index}`

/** The part of an image's unit square that falls in a box of the sheet. */
function seenOf({ map }: Placed, seenPt: Box): Box | null {
  const back = invert(map)
  if (!back) return null
  const seen = intersect(boxOf(corners(seenPt).map((p) => apply(back, p))), { minX: 0, minY: 0, maxX: 1, maxY: 1 })
  return isEmpty(seen) ? null : seen
}

function tilesIn(pyramid: Pyramid, level: number, seen: Box): { index: number; region: Box }[] {
  const { widthPx, heightPx, columns, rows } = pyramid.levels[level]!
  const [across, up] = [pyramid.tilePx / widthPx, pyramid.tilePx / heightPx]
  const found = []
  for (let row = Math.floor((1 - seen.maxY) / up); row <= Math.min(rows - 1, (1 - seen.minY) / up); row++)
    for (let column = Math.floor(seen.minX / across); column <= Math.min(columns - 1, seen.maxX / across); column++)
      found.push({
        index: row * columns + column,
        region: {
          minX: column * across,
          maxX: Math.min(1, (column + 1) * across),
          maxY: 1 - row * up,
          minY: Math.max(0, 1 - (row + 1) * up),
        },
      })
  return found
}

/** Level of detail at which a part of the sheet wants an image. */
function wantedLevel(pyramid: Pyramid, { map }: Placed, pxPerPt: number): number {
  const full = pyramid.levels.at(-1)!
  return levelFor(pyramid, (Math.hypot(map[0], map[1]) * pxPerPt) / full.widthPx)
}

/** Sees to it that the tiles of what shows are fetched; those asked for before and not begun are forgotten. */
export function needTiles(placed: Placed, seenPt: Box, pxPerPt: number, color: string | null): void {
  void pyramidOf(placed.hash)
    .then(({ pyramid, start }) => {
      const seen = seenOf(placed, seenPt)
      const level = wantedLevel(pyramid, placed, pxPerPt)
      for (const key of [...pending.keys()]) if (key.startsWith(placed.hash)) pending.delete(key)
      for (const { index, region } of seen ? tilesIn(pyramid, level, seen) : []) {
        const key = tileKey(placed.hash, color, level, index)
        if (held.has(key)) continue
        pending.set(key, async () => {
          const { offsets } = pyramid.levels[level]!
          const bytes = await fetchRange(placed.hash, start + offsets[index]!, start + offsets[index + 1]!)
          const plain = await createImageBitmap(new Blob([bytes], { type: pyramid.mediaType }))
          hold(key, { bitmap: color ? tinted(plain, color) : plain, level, region })
        })
      }
      work()
    })
    .catch(() => undefined)
}

function work(): void {
  while (running < AT_ONCE && pending.size > 0) {
    const [key, fetchTile] = pending.entries().next().value!
    pending.delete(key)
    running++
    fetchTile()
      .catch(() => undefined)
      .finally(() => {
        running--
        work()
      })
  }
  const waiting = running + pending.size
  if (useTiles.getState().waiting !== waiting) useTiles.setState({ waiting })
}

function hold(key: string, tile: Tile): void {
  held.set(key, tile)
  let pixels = 0
  for (const { bitmap } of held.values()) pixels += bitmap.width * bitmap.height
  for (const [old, { bitmap }] of held) {
    if (pixels <= MOST_PIXELS) break
    pixels -= bitmap.width * bitmap.height
    held.delete(old)
    bitmap.close()
  }
  useTiles.setState(({ version }) => ({ version: version + 1 }))
}

/** Gives all ink one colour, as workers/tint.ts does for what they draw. */
function tinted(bitmap: ImageBitmap, color: string): ImageBitmap {
  const canvas = new OffscreenCanvas(bitmap.width, bitmap.height)
  canvas.getContext('2d')!.drawImage(bitmap, 0, 0)
  bitmap.close()
  tint(canvas, color)
  return canvas.transferToImageBitmap()
}

export interface TilesAtHand {
  /** Coarse ones first; only the sharpest where those show everything. */
  readonly tiles: readonly Tile[]
  readonly complete: boolean
}

/** The tiles at hand of what shows; using them keeps them. */
export function tilesAtHand(placed: Placed, seenPt: Box, pxPerPt: number, color: string | null): TilesAtHand {
  const found = ready.get(placed.hash)
  const seen = seenOf(placed, seenPt)
  if (!found || !seen) return { tiles: [], complete: false }
  const wanted = wantedLevel(found.pyramid, placed, pxPerPt)
  const atLevel = (level: number) =>
    tilesIn(found.pyramid, level, seen).map(({ index }) => use(tileKey(placed.hash, color, level, index)))
  const sharpest = atLevel(wanted)
  if (sharpest.every((tile) => tile !== null)) return { tiles: sharpest, complete: true }
  const coarse = Array.from({ length: wanted }, (_, level) => atLevel(level)).flat()
  return { tiles: [...coarse, ...sharpest].filter((tile) => tile !== null), complete: false }
}

/** Takes a tile that is held, which keeps it held longest. */
function use(key: string): Tile | null {
  const tile = held.get(key)
  if (!tile) return null
  held.delete(key)
  held.set(key, tile)
  return tile
}
