import type { Point } from '@/core/geometry/vector'

/** `p` turned about `from` onto the nearest eighth of a circle, or along or square to a touched line, at its own distance along it. */
export function holdDirection(from: Point, p: Point, touchedRad: number | null = null): Point {
  const eighths = Array.from({ length: 8 }, (_, i) => (i * Math.PI) / 4)
  const touched = touchedRad === null ? [] : [0, 1, 2, 3].map((i) => touchedRad + (i * Math.PI) / 2)
  const pointed = Math.atan2(p.y - from.y, p.x - from.x)
  const off = (angle: number) => Math.abs(Math.atan2(Math.sin(angle - pointed), Math.cos(angle - pointed)))
  const angle = [...eighths, ...touched].reduce((best, each) => (off(each) < off(best) ? each : best))
  const along = (p.x - from.x) * Math.cos(angle) + (p.y - from.y) * Math.sin(angle)
  return { x: from.x + Math.cos(angle) * along, y: from.y + Math.sin(angle) * along }
}

/** The angle of a line in degrees, 0 to 360, anticlockwise from level. */
export const directionDeg = (from: Point, to: Point): number =>
  ((Math.atan2(to.y - from.y, to.x - from.x) * 180) / Math.PI + 360) % 360
