import { arcCurves } from '../../../../geometry/arc'
import { distance, type Point } from '../../../../geometry/vector'
import { type Entity, type Pen, planeMap, pointOf } from '../entity'

export interface Vertex extends Point {
  /** Tangent of a quarter of the arc to the next vertex; 0 for a straight piece, positive to the left. */
  readonly bulge: number
}

/** Draws a run of straight pieces and arcs. */
export function run(pen: Pen, vertices: readonly Vertex[], closed: boolean, fill = false): void {
  const count = closed ? vertices.length : vertices.length - 1
  for (let i = 0; i < count; i++) {
    const from = vertices[i]!
    const to = vertices[(i + 1) % vertices.length]!
    if (!(Math.abs(from.bulge) > 1e-9)) {
      pen.line(from, to, fill)
      continue
    }
    for (const curve of bulged(from, to, from.bulge)) pen.curve(curve, fill)
  }
}

function bulged(from: Point, to: Point, bulge: number) {
  const chord = distance(from, to)
  if (!(chord > 0)) return []
  const sweep = 4 * Math.atan(bulge)
  // Positive radius for an arc to the left: its centre lies left of the chord while less than half a circle.
  const reach = (chord * (1 - bulge * bulge)) / (4 * bulge)
  const center = {
    x: (from.x + to.x) / 2 - ((to.y - from.y) / chord) * reach,
    y: (from.y + to.y) / 2 + ((to.x - from.x) / chord) * reach,
  }
  const radius = distance(center, from)
  const start = Math.atan2(from.y - center.y, from.x - center.x)
  return arcCurves(center, { x: radius, y: 0 }, { x: 0, y: radius }, start, sweep)
}

/** The light form: all vertices in one record, each bulge after its vertex. */
export function lightPolyline({ record }: Entity, pen: Pen): void {
  const vertices: { x: number; y: number; bulge: number }[] = []
  for (const { code, value } of record.groups) {
    if (code === 10) vertices.push({ x: Number(value), y: Number.NaN, bulge: 0 })
    else if (code === 20 && vertices.length > 0) vertices.at(-1)!.y = Number(value)
    else if (code === 42 && vertices.length > 0) vertices.at(-1)!.bulge = Number(value)
  }
  run(pen.through(planeMap(record)), vertices, (record.number(70) & 1) === 1)
}

const MESH = 16
const FACES = 64
/** Vertices that only pull a fitted curve and aren't on it. */
const FRAME_POINT = 16

/** The older form: every vertex a record of its own. Meshes are left out: they are surfaces, not lines of a plan. */
export function polyline({ record, parts }: Entity, pen: Pen): void {
  const flags = record.number(70)
  if (flags & (MESH | FACES)) return
  const vertices = parts
    .filter((part) => part.type === 'VERTEX' && !(part.number(70) & FRAME_POINT))
    .map((part) => ({ ...pointOf(part, 10), bulge: part.number(42) }))
  const flat = (flags & 8) === 0
  run(flat ? pen.through(planeMap(record)) : pen, vertices, (flags & 1) === 1)
}
