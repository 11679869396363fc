import { cross3, type Frame } from '../../geometry/space'
import { dot, subtract, unit } from '../../geometry/vector'
import { FIRST_LEVEL, type Level, levelsOf } from '../level/schema'
import { type PartSide, type WorkPlane, workPlaneOf } from './schema'

/** The plan of the project's zero. */
export const PLAN_FRAME: Frame = {
  origin: { x: 0, y: 0, z: 0 },
  right: { x: 1, y: 0, z: 0 },
  up: { x: 0, y: 1, z: 0 },
  out: { x: 0, y: 0, z: 1 },
}

const levelFrames = new Map<number, Frame>()

/** The plan of a level: kept, so that the same height has the same frame. */
function levelFrame(elevationMm: number): Frame {
  const frame = levelFrames.get(elevationMm) ?? { ...PLAN_FRAME, origin: { x: 0, y: 0, z: elevationMm } }
  levelFrames.set(elevationMm, frame)
  return frame
}

/** The views of a part, in its own space: x to the right, y away from who stands before it, z upwards. */
const PART_FRAMES: Readonly<Record<PartSide, Frame>> = {
  top: PLAN_FRAME,
  front: { ...PLAN_FRAME, up: { x: 0, y: 0, z: 1 }, out: { x: 0, y: -1, z: 0 } },
  side: { ...PLAN_FRAME, right: { x: 0, y: 1, z: 0 }, up: { x: 0, y: 0, z: 1 }, out: { x: 1, y: 0, z: 0 } },
}

const frames = new WeakMap<WorkPlane, Frame>()

export function frameOfPlane(plane: WorkPlane): Frame {
  if (plane.side) return PART_FRAMES[plane.side]
  const known = frames.get(plane)
  if (known) return known
  const along = unit(subtract(plane.end, plane.start)) ?? { x: 1, y: 0 }
  const [sin, cos] = [Math.sin(plane.leanRad), Math.cos(plane.leanRad)]
  const right = { x: along.x, y: along.y, z: 0 }
  // Away from who looks is the left of the line.
  const up = { x: -along.y * sin, y: along.x * sin, z: cos }
  const ahead = dot(plane.start, along)
  const origin = { x: plane.start.x - along.x * ahead, y: plane.start.y - along.y * ahead, z: 0 }
  const frame: Frame = { origin, right, up, out: cross3(right, up) }
  frames.set(plane, frame)
  return frame
}

/** How high up a work plane each level crosses it, the lowest first; y in the plane's own coordinates, along its lean. */
export const levelLinesOn = (
  frame: Frame,
  records: ReadonlyMap<string, { readonly id: string; readonly kind: string }>,
): { readonly level: Level; readonly y: number }[] =>
  levelsOf(records).map((level) => ({ level, y: (level.elevationMm - frame.origin.z) / frame.up.z }))

/** The frame of a level or a work plane; the plan of the lowest level where it is gone. */
export function frameOf(
  levelId: string,
  records: ReadonlyMap<string, { readonly id: string; readonly kind: string }>,
): Frame {
  const plane = workPlaneOf(levelId, records)
  if (plane) return frameOfPlane(plane)
  const record = records.get(levelId) as { kind?: string; elevationMm?: number } | undefined
  if (record?.kind === 'level') return levelFrame(record.elevationMm ?? 0)
  return levelFrame((levelsOf(records)[0] ?? FIRST_LEVEL).elevationMm)
}
