import type { Point } from './vector'

/** Finds what was put near a place: things by the square cell that their place falls into. */
export class PointGrid<T> {
  private readonly columns = new Map<number, Map<number, T[]>>()

  /** @param cell side of a cell, in the unit of the places */
  constructor(private readonly cell: number) {}

  /** Everything within one cell of a place, and some of what lies up to two away. */
  near({ x, y }: Point): T[] {
    const [column, row] = [Math.floor(x / this.cell), Math.floor(y / this.cell)]
    const found: T[] = []
    for (let dx = -1; dx <= 1; dx++) {
      const rows = this.columns.get(column + dx)
      if (!rows) continue
      for (let dy = -1; dy <= 1; dy++) for (const thing of rows.get(row + dy) ?? []) found.push(thing)
    }
    return found
  }

  add({ x, y }: Point, thing: T): void {
    const [column, row] = [Math.floor(x / this.cell), Math.floor(y / this.cell)]
    const rows = this.columns.get(column) ?? new Map<number, T[]>()
    this.columns.set(column, rows)
    const list = rows.get(row)
    if (list) list.push(thing)
    else rows.set(row, [thing])
  }
}
