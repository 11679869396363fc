import type { Point } from './vector'

/** Things by their places, to be found again by a place that is nearly the same. */
export class NearPlaces<T> {
  private readonly cells = new Map<string, T[]>()

  /** @param size places that differ by less are surely found by one another */
  constructor(private readonly size: number) {}

  add({ x, y }: Point, thing: T): void {
    const key = this.key(x, y, 0, 0)
    const cell = this.cells.get(key)
    if (cell) cell.push(thing)
    else this.cells.set(key, [thing])
  }

  /** What lies about a place, and perhaps a little further. */
  about({ x, y }: Point): T[] {
    return [-1, 0, 1].flatMap((dx) => [-1, 0, 1].flatMap((dy) => this.cells.get(this.key(x, y, dx, dy)) ?? []))
  }

  private key = (x: number, y: number, dx: number, dy: number): string =>
    `${Math.round(x / this.size) + dx} ${Math.round(y / this.size) + dy}`
}
