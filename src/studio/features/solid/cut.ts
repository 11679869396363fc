import { Plane, Vector3 } from 'three'
import { endOf, startOf } from '@/core/geometry/piece/piece'
import { leftOf, type Point, subtract, unit } from '@/core/geometry/vector'
import { chainsOf } from '@/core/model/shapes'
import type { Cut } from '@/core/model/view/schema'
import type { ToolContext } from '@/studio/kernel/tool'
import { pickedShapes } from '@/studio/tooling/shape-edits'

/** Planes that cut the scene, which is in metres about an origin: what lies before them stays. */
export function planesOf({ aboveMm, rightOf }: Cut, origin: Point): Plane[] {
  const level = aboveMm === undefined ? [] : [new Plane(new Vector3(0, 0, -1), aboveMm / 1000)]
  const left = rightOf && unit(leftOf(subtract(rightOf.end, rightOf.start)))
  if (!rightOf || !left) return level
  const on = subtract(rightOf.start, origin)
  return [...level, new Plane(new Vector3(left.x, left.y, 0), -(left.x * on.x + left.y * on.y) / 1000)]
}

/** The line along which can be cut: the first straight one of what is picked. */
export function pickedLine(context: ToolContext): NonNullable<Cut['rightOf']> | null {
  for (const shape of pickedShapes(context))
    for (const { pieces } of chainsOf(shape, context.plan.around))
      for (const piece of pieces) if (piece.kind === 'segment') return { start: startOf(piece), end: endOf(piece) }
  return null
}
