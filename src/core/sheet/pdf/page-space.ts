import { type Affine, compose } from '../../geometry/affine'

/** Where a page's own space lies in its sheet: after its visible box, /Rotate and /UserUnit. */
export interface PageSpace {
  readonly widthPt: number
  readonly heightPt: number
  /** From default user space to sheet space. */
  readonly toSheet: Affine
}

/**
 * @param view the visible box (crop within media) as x1, y1, x2, y2 in default user space
 * @param rotateDeg the page's /Rotate, clockwise, a multiple of 90
 * @param userUnit points in one unit of default user space (ISO 32000-2, table 31)
 */
export function pageSpace(view: readonly number[], rotateDeg: number, userUnit: number): PageSpace {
  const [x1, y1, x2, y2] = view as [number, number, number, number]
  const width = (x2 - x1) * userUnit
  const height = (y2 - y1) * userUnit
  const fromBox: Affine = [userUnit, 0, 0, userUnit, -x1 * userUnit, -y1 * userUnit]
  const turns: Record<number, Affine> = {
    0: [1, 0, 0, 1, 0, 0],
    90: [0, -1, 1, 0, 0, width],
    180: [-1, 0, 0, -1, width, height],
    270: [0, 1, -1, 0, height, 0],
  }
  const turn = ((rotateDeg % 360) + 360) % 360
  const lying = turn === 90 || turn === 270
  return {
    widthPt: lying ? height : width,
    heightPt: lying ? width : height,
    toSheet: compose(fromBox, turns[turn] ?? turns[0]!),
  }
}
