import { type Affine, apply } from './affine'
import type { Point } from './vector'

/** An upright rectangle; empty where a minimum exceeds its maximum. */
export interface Box {
  readonly minX: number
  readonly minY: number
  readonly maxX: number
  readonly maxY: number
}

export const EMPTY_BOX: Box = { minX: Infinity, minY: Infinity, maxX: -Infinity, maxY: -Infinity }

export const isEmpty = (box: Box): boolean => box.minX > box.maxX || box.minY > box.maxY

export function boxOf(points: Iterable<Point>): Box {
  let { minX, minY, maxX, maxY } = EMPTY_BOX
  for (const { x, y } of points) {
    if (x < minX) minX = x
    if (y < minY) minY = y
    if (x > maxX) maxX = x
    if (y > maxY) maxY = y
  }
  return { minX, minY, maxX, maxY }
}

export const intersect = (a: Box, b: Box): Box => ({
  minX: Math.max(a.minX, b.minX),
  minY: Math.max(a.minY, b.minY),
  maxX: Math.min(a.maxX, b.maxX),
  maxY: Math.min(a.maxY, b.maxY),
})

export const unite = (a: Box, b: Box): Box => ({
  minX: Math.min(a.minX, b.minX),
  minY: Math.min(a.minY, b.minY),
  maxX: Math.max(a.maxX, b.maxX),
  maxY: Math.max(a.maxY, b.maxY),
})

/** Whether two boxes have a place in common, or come within `tolerance` of it. */
export const overlaps = (a: Box, b: Box, tolerance = 0): boolean =>
  a.minX <= b.maxX + tolerance &&
  b.minX <= a.maxX + tolerance &&
  a.minY <= b.maxY + tolerance &&
  b.minY <= a.maxY + tolerance

/** `box` with `margin` more on every side. */
export const grow = (box: Box, margin: number): Box => ({
  minX: box.minX - margin,
  minY: box.minY - margin,
  maxX: box.maxX + margin,
  maxY: box.maxY + margin,
})

export const contains = (box: Box, p: Point, tolerance = 0): boolean =>
  p.x >= box.minX - tolerance &&
  p.x <= box.maxX + tolerance &&
  p.y >= box.minY - tolerance &&
  p.y <= box.maxY + tolerance

/** Whether the whole of another box lies in a box. */
export const holds = (box: Box, other: Box): boolean =>
  other.minX >= box.minX && other.maxX <= box.maxX && other.minY >= box.minY && other.maxY <= box.maxY

export const corners = (box: Box): Point[] => [
  { x: box.minX, y: box.minY },
  { x: box.maxX, y: box.minY },
  { x: box.maxX, y: box.maxY },
  { x: box.minX, y: box.maxY },
]

/** The smallest upright box around the image of `box`. */
export const mapBox = (map: Affine, box: Box): Box => boxOf(corners(box).map((corner) => apply(map, corner)))
