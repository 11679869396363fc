import type { Point } from '@/core/geometry/vector'
import type { Wall } from '@/core/model/wall/schema'
import { wallTypeOf } from '@/core/model/wall-type/schema'
import { sizesOf } from '@/core/model/wall-type/typed'
import type { BoardPoint } from '@/studio/kernel/board-point'
import type { ToolContext } from '@/studio/kernel/tool'
import { sheetOfPoints } from '@/studio/tooling/drawing'
import { wallOptions } from './options'

/** A wall as the bench has it chosen. @param bulge of a round one */
export function newWall(
  start: Point,
  end: Point,
  context: ToolContext,
  points: readonly BoardPoint[],
  bulge = 0,
): Wall {
  const { options, records, levelId } = context
  const { wallThicknessMm, wallTypeId, wallFlipped, tracedLine } = options(wallOptions)
  const type = wallTypeOf({ typeId: wallTypeId }, records)
  return {
    id: crypto.randomUUID(),
    kind: 'wall',
    start,
    end,
    ...(bulge !== 0 && { bulge }),
    tracedLine,
    ...(type ? { ...sizesOf(type, wallFlipped), flipped: wallFlipped } : { thicknessMm: wallThicknessMm }),
    levelId,
    ...sheetOfPoints(points, records),
  }
}
