import type { Drawing } from './drawing'

/** A wall as two lines with gaps for its openings. `from` and `to` run along it; gaps are [start, width]; millimetres. */
export function wallRun(
  d: Drawing,
  x1: number,
  y1: number,
  x2: number,
  y2: number,
  thick: number,
  gaps: [number, number][] = [],
): void {
  const length = Math.hypot(x2 - x1, y2 - y1)
  const [ux, uy] = [(x2 - x1) / length, (y2 - y1) / length]
  const [nx, ny] = [-uy * thick, ux * thick]
  const at = (along: number, side: number) => [x1 + ux * along + nx * side, y1 + uy * along + ny * side] as const
  let start = 0
  for (const [gap, width] of [...gaps, [length, 0] as [number, number]]) {
    for (const side of [0, 1]) d.line(...at(start, side), ...at(gap, side), 0.85)
    if (width > 0) {
      d.line(...at(gap, 0), ...at(gap, 1), 0.85)
      d.line(...at(gap + width, 0), ...at(gap + width, 1), 0.85)
    }
    start = gap + width
  }
}

/** A window in a wall: the lines of its pane. */
export function windowIn(d: Drawing, x: number, y: number, width: number, depth: number, upright: boolean): void {
  const along = (a: number, b: number) => (upright ? ([x + b, y + a] as const) : ([x + a, y + b] as const))
  for (const side of [0.38, 0.62]) d.line(...along(0, depth * side), ...along(width, depth * side), 0.3)
}
