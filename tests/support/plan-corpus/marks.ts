import type { Chances, Drafting, Vector } from './drafting'

/** A place of a wall, by lengths along it and across. */
type At = (along: number, aside: number) => Vector

/** Panes of a window between its jambs, with or without the sill's lines in the wall's faces. */
export function drawPanes(
  draft: Drafting,
  at: At,
  [from, to]: readonly [number, number],
  thicknessMm: number,
  pen: number,
  chances: Chances,
): void {
  const sides = chances.pick([[], [-0.5, 0.5], [0.5]])
  const panes = chances.pick([[0], [-0.1, 0.1], [-0.15, 0, 0.15]])
  for (const part of [...sides, ...panes]) draft.line(at(from, part * thicknessMm), at(to, part * thicknessMm), pen)
}

/** Leaves of a door with their swing: one, or two where it is wide. */
export function drawLeaves(
  draft: Drafting,
  at: At,
  [from, to]: readonly [number, number],
  thicknessMm: number,
  pen: number,
  chances: Chances,
): void {
  const side = chances.pick([-1, 1])
  const face = (side * thicknessMm) / 2
  const size = to - from
  const leaf = (hinge: number, way: 1 | -1, length: number) => {
    const open = at(hinge, face + side * length)
    const closed = at(hinge + way * length, face)
    const foot = at(hinge, face)
    draft.line(foot, open, pen)
    if (chances.is(0.4)) {
      // A leaf as thick as it is.
      draft.line(at(hinge + way * 40, face), at(hinge + way * 40, face + side * length), pen)
      draft.line(open, at(hinge + way * 40, face + side * length), pen)
    }
    const angle = (p: Vector) => Math.atan2(p[1] - foot[1], p[0] - foot[0])
    const [a, b] = [angle(open), angle(closed)]
    const sweep = Math.atan2(Math.sin(b - a), Math.cos(b - a))
    draft.arc(foot, length, sweep > 0 ? a : b, (sweep > 0 ? a : b) + Math.abs(sweep), pen)
  }
  if (size > 1500) {
    leaf(from, 1, size / 2)
    leaf(to, -1, size / 2)
  } else if (chances.is(0.5)) leaf(from, 1, size)
  else leaf(to, -1, size)
}

interface Rect {
  readonly x0: number
  readonly y0: number
  readonly x1: number
  readonly y1: number
}

/** Hatching of a rectangle: slanted lines, or courses of bricks. */
export function hatchBox(draft: Drafting, { x0, y0, x1, y1 }: Rect, kind: 'slanted' | 'bricks', pen: number): void {
  if (kind === 'bricks') {
    const lengthwise = x1 - x0 > y1 - y0
    const [from, to] = lengthwise ? [x0, x1] : [y0, y1]
    const [low, high] = lengthwise ? [y0, y1] : [x0, x1]
    const middle = (low + high) / 2
    const put = (along: number, aside: number): Vector => (lengthwise ? [along, aside] : [aside, along])
    draft.line(put(from, middle), put(to, middle), pen)
    for (let at = from + 125, k = 0; at < to; at += 125, k++)
      draft.line(put(at, k % 2 ? low : middle), put(at, k % 2 ? middle : high), pen)
    return
  }
  const step = draft.onPaper(1.5)
  const [width, depth] = [x1 - x0, y1 - y0]
  for (let s = step; s < width + depth; s += step) {
    const a: Vector = s < width ? [x0 + s, y0] : [x1, y0 + s - width]
    const b: Vector = s < depth ? [x0, y0 + s] : [x0 + s - depth, y1]
    draft.line(a, b, pen)
  }
}

/** Figures of dimensions, as a job writes them. */
export function figureOf(unit: 'mm' | 'cm' | 'm' | 'feet'): (mm: number) => string {
  if (unit === 'mm') return (mm) => String(Math.round(mm))
  if (unit === 'cm') return (mm) => String(Math.round(mm / 10))
  if (unit === 'm') return (mm) => (mm / 1000).toFixed(2)
  return (mm) => {
    const inches = Math.round(mm / 25.4)
    return `${Math.floor(inches / 12)}'-${inches % 12}"`
  }
}
