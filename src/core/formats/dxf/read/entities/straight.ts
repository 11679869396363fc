import { type Entity, type Pen, planeMap, pointOf } from '../entity'

export function line({ record }: Entity, pen: Pen): void {
  pen.line(pointOf(record, 10), pointOf(record, 11))
}

/** A filled triangle or quadrangle; its third and fourth corners are listed crosswise. */
export function solid({ record }: Entity, pen: Pen): void {
  const own = pen.through(planeMap(record))
  const [a, b, c, d] = [10, 11, 12, 13].map((code) => pointOf(record, code))
  const ring = record.text(13) === undefined ? [a!, b!, c!] : [a!, b!, d!, c!]
  for (const [i, p] of ring.entries()) own.line(p, ring[(i + 1) % ring.length]!, true)
}

/** A face in space, seen from above; group 70 says which edges don't show. */
export function face({ record }: Entity, pen: Pen): void {
  const ring = [10, 11, 12, 13].filter((code) => record.text(code) !== undefined).map((code) => pointOf(record, code))
  const hidden = record.number(70)
  ring.forEach((p, i) => {
    if (!(hidden & (1 << i))) pen.line(p, ring[(i + 1) % ring.length]!)
  })
}

/** The line from a note to what it is about. */
export function leader({ record }: Entity, pen: Pen): void {
  const xs = record.numbers(10)
  const ys = record.numbers(20)
  for (let i = 0; i + 1 < Math.min(xs.length, ys.length); i++)
    pen.line({ x: xs[i]!, y: ys[i]! }, { x: xs[i + 1]!, y: ys[i + 1]! })
}
