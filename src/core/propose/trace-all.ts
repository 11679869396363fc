import { levelIdOf } from '../model/level/schema'
import { ofKind } from '../model/of-kind'
import { Plan } from '../model/plan'
import type { ProjectRecord } from '../model/registry'
import { nextNumber } from '../model/space/number'
import type { Space } from '../model/space/schema'
import { USUAL_DISPLAY } from '../units/format'
import { type Making, makeWalls } from './make-walls'
import type { RoomLabel } from './rooms/labels'
import { type ProposedRoom, proposeRooms } from './rooms/propose'
import type { WallRun } from './wall-run'

/** What is made of a reading in one step. */
export interface TracedPlan {
  /** New records, and former walls that were joined with them. */
  readonly records: readonly ProjectRecord[]
  /** The rooms that walls enclose now and that had no name yet, each as it was made. */
  readonly rooms: readonly (ProposedRoom & { readonly id: string })[]
}

/**
 * Makes walls with their openings, and names the rooms that they and what stands there already enclose.
 * @param walls those of a reading that are to be made
 */
export function traceAll(
  walls: readonly WallRun[],
  labels: readonly RoomLabel[],
  records: ReadonlyMap<string, ProjectRecord>,
  making: Making,
): TracedPlan {
  const { levelId } = making
  const made = makeWalls(walls, records, making)
  const after = new Map(records)
  for (const record of made) after.set(record.id, record)
  const plan = Plan.of(after, USUAL_DISPLAY.mm)
  const standing = ofKind('wall', after).filter((wall) => levelIdOf(wall) === levelId)
  const named = ofKind('space', records).filter((space) => space.levelId === levelId)
  const taken = new Set(named.flatMap((space) => plan.enclosureOf(space)?.areaMm2 ?? []))
  const found = proposeRooms(standing, labels, (at) => plan.enclosureOf({ at, levelId }))
  const rooms = found.filter(({ areaMm2 }) => !taken.has(areaMm2)).map((room) => ({ ...room, id: crypto.randomUUID() }))
  const numbers = named.map(({ number }) => number)
  const spaces = rooms.map(({ id, at, name, number, statedMm2 }): Space => {
    const given = number || nextNumber(numbers)
    numbers.push(given)
    return {
      id,
      kind: 'space',
      levelId,
      at,
      name: name || 'Room',
      number: given,
      use: '',
      ...(statedMm2 !== null && { statedAreaMm2: Math.round(statedMm2) }),
    }
  })
  return { records: [...made, ...spaces], rooms }
}
