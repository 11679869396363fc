import type { Point } from '../../geometry/vector'

/** Shorter outlines are those of dots and arrow heads. */
const LEAST_OUTLINE_PX = 40

/** The outlines of areas, each closed, along the edges of their pixels with the area to the right. */
export function outlinesOf(area: Uint8Array, width: number): Point[][] {
  const height = area.length / width
  const inside = (x: number, y: number) => x >= 0 && y >= 0 && x < width && y < height && area[y * width + x] === 1
  /** Upper edges of pixels that were walked along. */
  const seen = new Set<number>()
  const outlines: Point[][] = []
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) {
      if (!area[y * width + x] || inside(x, y - 1) || seen.has(y * width + x)) continue
      const outline = walk(x, y, inside, (ux, uy) => seen.add(uy * width + ux))
      if (outline.length >= LEAST_OUTLINE_PX) outlines.push(outline)
    }
  return outlines
}

/** Right, down, left, up: the way along an edge, with the pixel inside to the right of it. */
const WAYS = [
  { x: 1, y: 0 },
  { x: 0, y: 1 },
  { x: -1, y: 0 },
  { x: 0, y: -1 },
] as const

/** Walks round an area from the upper edge of a pixel. @param onUpper told of each upper edge on the way */
function walk(
  startX: number,
  startY: number,
  inside: (x: number, y: number) => boolean,
  onUpper: (x: number, y: number) => void,
): Point[] {
  const points: Point[] = []
  // A corner of the grid, and the way from it.
  let [x, y, way] = [startX, startY, 0]
  do {
    const { x: dx, y: dy } = WAYS[way]!
    if (way === 0) onUpper(x, y)
    points.push({ x: x + dx / 2, y: y + dy / 2 })
    x += dx
    y += dy
    // The two pixels ahead, beside the way: left of it first.
    const left = inside(x + (dx + dy - 1) / 2, y + (dy - dx - 1) / 2)
    const right = inside(x + (dx - dy - 1) / 2, y + (dy + dx - 1) / 2)
    if (!right) way = (way + 1) % 4
    else if (left) way = (way + 3) % 4
  } while (!(x === startX && y === startY && way === 0))
  return points
}
