import type { Point } from '@/core/geometry/vector'
import type { ProjectRecord } from '@/core/model/registry'
import type { Relation, RelationWay } from '@/core/model/relation/schema'
import { placeOfFeature } from '@/core/sketch/pick'
import type { Canvas } from '@/studio/kernel/canvas'
import { toScreen, type View } from '@/studio/kernel/view'
import { palette } from '@/studio/ui/palette'

/** Half the width of a mark. */
const HALF_PX = 6.5
/** Marks at one place stand beside one another. */
const APART_PX = 15
/** How far beside its line a mark stands. */
const ASIDE_PX = 11

/** Strokes of the marks, each a row of places from -1 to 1, y downwards; a number is the radius of a circle about the middle. */
const MARKS: Readonly<Record<RelationWay, readonly (readonly number[])[]>> = {
  on: [[0.35], [-1, 0, -0.35, 0], [0.35, 0, 1, 0]],
  level: [[-1, 0, 1, 0]],
  upright: [[0, -1, 0, 1]],
  parallel: [
    [-0.75, 0.9, 0.05, -0.9],
    [-0.05, 0.9, 0.75, -0.9],
  ],
  square: [
    [-0.9, 0.8, 0.9, 0.8],
    [0, 0.8, 0, -0.9],
  ],
  tangent: [[0.6], [-1, -0.75, 1, -0.75]],
  concentric: [[0.4], [0.95]],
  equal: [
    [-0.85, -0.4, 0.85, -0.4],
    [-0.85, 0.4, 0.85, 0.4],
  ],
  symmetric: [
    [0, -1, 0, 1],
    [-0.35, -0.5, -1, 0, -0.35, 0.5],
    [0.35, -0.5, 1, 0, 0.35, 0.5],
  ],
  fixed: [
    [-0.9, 0.1, 0.9, 0.1],
    [0, -0.9, 0, 0.1],
    [-0.7, 0.1, -1, 0.8],
    [0, 0.1, -0.3, 0.8],
    [0.7, 0.1, 0.4, 0.8],
  ],
}

/** Marks what holds between the lines of a view. @param wrong ids of what can't hold, @param lit the one that is pointed at */
export function paintRelations(
  canvas: Canvas,
  view: View,
  relations: readonly Relation[],
  records: ReadonlyMap<string, ProjectRecord>,
  wrong: ReadonlySet<string>,
  lit: string | null,
): void {
  const taken = new Map<string, readonly string[]>()
  for (const relation of relations)
    for (const ref of relation.of) {
      const at = placeOfFeature(ref, records)
      if (!at) continue
      const key = `${ref.id} ${ref.anchor ?? ''} ${ref.piece ?? ''}`
      const there = taken.get(key) ?? []
      const standing = wrong.has(relation.id) || lit === relation.id ? relation.id : relation.way
      // What holds several times is marked once.
      if (there.includes(standing)) continue
      const before = there.length
      taken.set(key, [...there, standing])
      const { x, y } = toScreen(view, at)
      const color = wrong.has(relation.id) || lit === relation.id ? palette.red : palette.ink
      paintMark(canvas, x + ASIDE_PX + before * APART_PX, y - ASIDE_PX, relation.way, color, lit === relation.id)
    }
}

function paintMark(canvas: Canvas, x: number, y: number, way: RelationWay, color: string, lit: boolean): void {
  canvas.save()
  canvas.fillStyle = palette.paper
  canvas.strokeStyle = lit ? palette.red : palette.line
  canvas.lineWidth = 1
  canvas.beginPath()
  canvas.roundRect(x - HALF_PX, y - HALF_PX, 2 * HALF_PX, 2 * HALF_PX, 3)
  canvas.fill()
  canvas.stroke()
  canvas.strokeStyle = color
  canvas.lineWidth = 1.25
  const unit = HALF_PX - 2
  for (const stroke of MARKS[way]) {
    canvas.beginPath()
    if (stroke.length === 1) canvas.arc(x, y, stroke[0]! * unit, 0, 2 * Math.PI)
    for (let i = 0; i + 1 < stroke.length; i += 2) canvas.lineTo(x + stroke[i]! * unit, y + stroke[i + 1]! * unit)
    canvas.stroke()
  }
  canvas.restore()
}

/** A point that is picked. */
export function paintSpot(canvas: Canvas, view: View, at: Point): void {
  const { x, y } = toScreen(view, at)
  canvas.beginPath()
  canvas.arc(x, y, 5, 0, 2 * Math.PI)
  canvas.strokeStyle = palette.red
  canvas.lineWidth = 2
  canvas.stroke()
}
