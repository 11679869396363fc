import { levelIdOf } from '../model/level/schema'
import { ofKind } from '../model/of-kind'
import { Plan } from '../model/plan'
import type { ProjectRecord } from '../model/registry'
import { nextNumber } from '../model/space/number'
import type { Space } from '../model/space/schema'
import type { Linework } from '../sheet/linework'
import { USUAL_DISPLAY } from '../units/format'
import type { ProposedElement } from './elements/element'
import { proposeElements } from './elements/propose'
import { type Making, makeWalls } from './make-walls'
import { type RoomLabel, roomLabelsOf } from './rooms/labels'
import { type ProposedRoom, proposeRooms } from './rooms/propose'
import type { LineFinder, WallRun } from './wall-run'
import type { SheetOnBoard } from './walls/board-lines'
import { type ProposedWall, proposeWalls } from './walls/propose'

/** What a sheet shows of a building, whatever stands on the board already. */
export interface PlanReading {
  /** The surest first. */
  readonly walls: readonly ProposedWall[]
  readonly labels: readonly RoomLabel[]
  /** Grid lines, columns and stairs, the surest first. */
  readonly elements: readonly ProposedElement[]
}

/** Reads a plan: its walls with their openings, what is printed in its rooms, and its grid lines, columns and stairs. */
export function readPlan(linework: Linework, on: SheetOnBoard, lines: LineFinder): PlanReading {
  const walls = proposeWalls(linework, on, lines)
  return { walls, labels: roomLabelsOf(linework, on.map, on.shows), elements: proposeElements(linework, on, walls) }
}

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
