import type { Point } from './vector'

/** Finds what was put near a place: things by the square cell that their place falls into. */
export class PointGrid<T> {
  private readonly cells = new Map<string, T[]>()

  /** @param cell side of a cell, in the unit of the places */
  constructor(private readonly cell: number) {}

  /** Everything within one cell of a place, and some of what lies up to two away. */
  near(at: Point): T[] {
    const { x: cx, y: cy } = this.cellOf(at)
    return [-1, 0, 1].flatMap((dx) => [-1, 0, 1].flatMap((dy) => this.cells.get(`${cx + dx},${cy + dy}`) ?? []))
  }

  add(at: Point, thing: T): void {
    const { x, y } = this.cellOf(at)
    const key = `${x},${y}`
    const list = this.cells.get(key)
    if (list) list.push(thing)
    else this.cells.set(key, [thing])
  }

  private cellOf({ x, y }: Point): Point {
    return { x: Math.floor(x / this.cell), y: Math.floor(y / this.cell) }
  }
}
