import { arcCurves } from '../../../../geometry/arc'
import { leftOf } from '../../../../geometry/vector'
import { type Entity, type Pen, planeMap, toRad } from '../entity'
import { splineCurves } from '../spline'
import type { Group } from '../tokens'
import { run, type Vertex } from './polyline'

/** Walks along groups whose meaning follows from their order. */
class Walk {
  private at = 0
  constructor(private readonly groups: readonly Group[]) {}

  /** Goes to the next group of a code. @returns its number, or null where there is none */
  to(code: number): number | null {
    while (this.at < this.groups.length) {
      const group = this.groups[this.at++]!
      if (group.code === code) return Number(group.value)
    }
    return null
  }

  /** The number of the very next group, where it has this code. */
  if(code: number, usual: number): number {
    if (this.groups[this.at]?.code !== code) return usual
    return Number(this.groups[this.at++]!.value)
  }

  point(code: number) {
    return { x: this.to(code) ?? Number.NaN, y: this.to(code + 10) ?? Number.NaN }
  }

  numbers(code: number, count: number): number[] {
    return Array.from({ length: Math.min(count, 100_000) }, () => this.to(code) ?? Number.NaN)
  }
}

/** A hatched or filled area, by its outline. */
export function hatch({ record }: Entity, pen: Pen): void {
  const own = pen.through(planeMap(record))
  const walk = new Walk(record.groups)
  const loops = Math.min(walk.to(91) ?? 0, 10_000)
  for (let i = 0; i < loops; i++) {
    const kind = walk.to(92)
    if (kind === null) return
    if (kind & 2) polylineLoop(walk, own)
    else edgeLoop(walk, own)
  }
}

function polylineLoop(walk: Walk, pen: Pen): void {
  const bulges = walk.to(72) === 1
  const closed = walk.to(73) === 1
  const count = Math.min(walk.to(93) ?? 0, 100_000)
  const vertices: Vertex[] = []
  for (let i = 0; i < count; i++) vertices.push({ ...walk.point(10), bulge: bulges ? walk.if(42, 0) : 0 })
  run(pen, vertices, closed, true)
}

function edgeLoop(walk: Walk, pen: Pen): void {
  const count = Math.min(walk.to(93) ?? 0, 100_000)
  for (let i = 0; i < count; i++) {
    const kind = walk.to(72)
    if (kind === 1) pen.line(walk.point(10), walk.point(11), true)
    else if (kind === 2 || kind === 3) roundEdge(walk, pen, kind === 3)
    else if (kind === 4) splineEdge(walk, pen)
    else return
  }
}

function roundEdge(walk: Walk, pen: Pen, elliptic: boolean): void {
  const center = walk.point(10)
  const major = elliptic ? walk.point(11) : null
  const size = walk.to(40) ?? Number.NaN
  const [from, to] = [toRad(walk.to(50) ?? 0), toRad(walk.to(51) ?? 360)]
  const sense = walk.to(73) === 0 ? -1 : 1
  const u = major ?? { x: size, y: 0 }
  const left = leftOf(u)
  const v = { x: left.x * (major ? size : 1), y: left.y * (major ? size : 1) }
  const sweep = to - from
  if (!Number.isFinite(sweep) || Math.abs(sweep) > 7) return
  for (const curve of arcCurves(center, u, v, from * sense, sweep * sense)) pen.curve(curve, true)
}

function splineEdge(walk: Walk, pen: Pen): void {
  const degree = walk.to(94) ?? 3
  const rational = walk.to(73) === 1
  walk.to(74)
  const knotCount = walk.to(95) ?? 0
  const pointCount = walk.to(96) ?? 0
  const knots = walk.numbers(40, knotCount)
  const points = Array.from({ length: Math.min(pointCount, 100_000) }, () => ({
    ...walk.point(10),
    weight: rational ? walk.if(42, 1) : 1,
  }))
  const weights = points.map(({ weight }) => weight)
  for (const curve of splineCurves({ degree, knots, points, weights })) pen.curve(curve, true)
}
