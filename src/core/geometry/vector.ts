/** Points and vectors of the plane as plain records; the unit is whatever space the caller works in. */
export interface Point {
  readonly x: number
  readonly y: number
}

export const point = (x: number, y: number): Point => ({ x, y })
export const add = (a: Point, b: Point): Point => ({ x: a.x + b.x, y: a.y + b.y })
export const subtract = (a: Point, b: Point): Point => ({ x: a.x - b.x, y: a.y - b.y })
export const scale = (a: Point, factor: number): Point => ({ x: a.x * factor, y: a.y * factor })
export const dot = (a: Point, b: Point): number => a.x * b.x + a.y * b.y
/** z of the cross product: positive where `b` lies to the left of `a`. */
export const cross = (a: Point, b: Point): number => a.x * b.y - a.y * b.x
export const length = (a: Point): number => Math.hypot(a.x, a.y)
export const distance = (a: Point, b: Point): number => Math.hypot(b.x - a.x, b.y - a.y)
export const middle = (a: Point, b: Point): Point => ({ x: (a.x + b.x) / 2, y: (a.y + b.y) / 2 })
/** `a` turned left by a quarter. */
export const leftOf = (a: Point): Point => ({ x: -a.y, y: a.x })
/** Direction of `a` with length one; null where `a` has no length. */
export const unit = (a: Point): Point | null => {
  const size = length(a)
  return size > 0 ? { x: a.x / size, y: a.y / size } : null
}
/** The point a fraction `t` along from `a` to `b`. */
export const along = (a: Point, b: Point, t: number): Point => ({ x: a.x + (b.x - a.x) * t, y: a.y + (b.y - a.y) * t })
