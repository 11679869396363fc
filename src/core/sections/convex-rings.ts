import earcut from 'earcut'
import type { Point } from '../geometry/vector'
import { type SectionShape, sizeOf } from './shape'

const rectangle = (minX: number, minY: number, maxX: number, maxY: number): Point[] => [
  { x: minX, y: minY },
  { x: maxX, y: minY },
  { x: maxX, y: maxY },
  { x: minX, y: maxY },
]

const SIDES = 12

/** Sectors of a ring, or a polygon where it has no hole. */
function round(radius: number, wallMm: number): Point[][] {
  const place = (i: number, r: number): Point => {
    const angle = (i * 2 * Math.PI) / SIDES
    return { x: r * Math.cos(angle), y: r * Math.sin(angle) }
  }
  const sides = Array.from({ length: SIDES }, (_, i) => i)
  if (wallMm >= radius) return [sides.map((i) => place(i, radius))]
  const inner = radius - wallMm
  return sides.map((i) => [place(i, inner), place(i, radius), place(i + 1, radius), place(i + 1, inner)])
}

/** A section as few convex parts, anticlockwise: fillets and slopes left out. */
export function convexRings(shape: SectionShape): Point[][] {
  const { widthMm, heightMm } = sizeOf(shape)
  const [w, h] = [widthMm / 2, heightMm / 2]
  switch (shape.form) {
    case 'i': {
      const { webMm, flangeMm } = shape
      return [
        rectangle(-w, h - flangeMm, w, h),
        rectangle(-w, -h, w, flangeMm - h),
        rectangle(-webMm / 2, flangeMm - h, webMm / 2, h - flangeMm),
      ]
    }
    case 'channel': {
      const { webMm, flangeMm } = shape
      return [
        rectangle(-w, h - flangeMm, w, h),
        rectangle(-w, -h, w, flangeMm - h),
        rectangle(-w, flangeMm - h, webMm - w, h - flangeMm),
      ]
    }
    case 'angle':
      return [rectangle(-w, -h, w, shape.wallMm - h), rectangle(-w, shape.wallMm - h, shape.wallMm - w, h)]
    case 'box': {
      const t = shape.wallMm
      return [
        rectangle(-w, h - t, w, h),
        rectangle(-w, -h, w, t - h),
        rectangle(-w, t - h, t - w, h - t),
        rectangle(w - t, t - h, w, h - t),
      ]
    }
    case 'pipe':
      return round(w, shape.wallMm)
    case 'rod':
      return round(w, w)
    case 'bar':
      return [rectangle(-w, -h, w, h)]
    case 'outline': {
      const { xy } = shape
      const corner = (i: number): Point => ({ x: xy[2 * i]!, y: xy[2 * i + 1]! })
      const found = earcut([...xy])
      return Array.from({ length: found.length / 3 }, (_, i) => {
        const [a, b, c] = [0, 1, 2].map((j) => corner(found[3 * i + j]!)) as [Point, Point, Point]
        return (b.x - a.x) * (c.y - a.y) - (b.y - a.y) * (c.x - a.x) > 0 ? [a, b, c] : [a, c, b]
      })
    }
  }
}
