import RBush from 'rbush'
import type { Box } from '../../geometry/box'
import { boxOfPiece } from '../../geometry/piece/measure'
import { meetings } from '../../geometry/piece/meetings'
import { ringsBeside } from '../../geometry/polygon'
import { lineCrossing } from '../../geometry/segment'
import type { Point } from '../../geometry/vector'
import { levelIdOf } from '../level/schema'
import { type Face, faceOffsets, movedAside, type WallBand } from './geometry'
import { asideFrom, wallLengthMm } from './line'
import type { Wall } from './schema'

type CrossedWall = WallBand & Pick<Wall, 'id' | 'levelId'>

interface Item extends Box {
  readonly wall: CrossedWall
  readonly middle: Face
}

/**
 * Walls through which others run, by their ids: of two walls that cross, the thinner one stands on either side of the
 * other. Only straight walls run through others, and only where they cross them once.
 */
export function crossingsOf(walls: readonly CrossedWall[]): Map<string, CrossedWall[]> {
  const items = walls.flatMap((wall): Item[] => {
    const { leftMm, rightMm } = faceOffsets(wall)
    const middle = movedAside(wall, (leftMm + rightMm) / 2)
    return middle ? [{ ...boxOfPiece(middle), wall, middle }] : []
  })
  const tree = new RBush<Item>().load([...items])
  const found = new Map<string, CrossedWall[]>()
  for (const item of items)
    for (const other of tree.search(item)) {
      if (!yields(item.wall, other.wall) || other.middle.kind !== 'segment' || !crossesOnce(item, other)) continue
      found.set(item.wall.id, [...(found.get(item.wall.id) ?? []), other.wall])
    }
  return found
}

/** Whether a wall stands back where another one crosses it. */
function yields(wall: CrossedWall, other: CrossedWall): boolean {
  if (wall.id === other.id || levelIdOf(wall) !== levelIdOf(other)) return false
  return wall.thicknessMm < other.thicknessMm || (wall.thicknessMm === other.thicknessMm && wall.id > other.id)
}

/** Whether two walls run through one another: each well beyond the other's faces on both sides. */
function crossesOnce({ wall, middle }: Item, { wall: other, middle: across }: Item): boolean {
  const met = onlyMeeting(middle, across)
  if (!met) return false
  const beyond = (t: number, of: CrossedWall, by: CrossedWall) => {
    const size = wallLengthMm(of)
    return t * size > by.thicknessMm && (1 - t) * size > by.thicknessMm
  }
  return beyond(met.t, wall, other) && beyond(met.u, other, wall)
}

/** Where a middle line crosses another one, and does not cross its extension again. */
function onlyMeeting(middle: Face, across: Face): { readonly t: number; readonly u: number } | null {
  // Most walls are straight.
  if (middle.kind === 'segment' && across.kind === 'segment')
    return lineCrossing(middle.start, middle.end, across.start, across.end)
  const [met] = meetings(middle, across)
  return met && meetings(middle, across, { second: true }).length === 1 ? met : null
}

/** What stands of a wall beside those that run through it. */
export const standingParts = (
  outline: readonly Point[],
  through: readonly CrossedWall[],
): readonly (readonly Point[])[] =>
  through.reduce<readonly (readonly Point[])[]>((parts, wall) => parts.flatMap((part) => beside(part, wall)), [outline])

/** What of a part lies on either side of a wall. */
function beside(part: readonly Point[], wall: CrossedWall): Point[][] {
  const { leftMm, rightMm } = faceOffsets(wall)
  return ringsBeside(part, asideFrom(wall), rightMm, leftMm)
}
