import { along, distance, dot, middle, type Point, subtract, unit } from '../geometry/vector'
import { levelIdOf } from '../model/level/schema'
import type { Opening } from '../model/opening/schema'
import type { ProjectRecord } from '../model/registry'
import { alongOf } from '../model/wall/line'
import type { Wall } from '../model/wall/schema'
import { joinedEnds } from './join-ends'
import type { WallRun } from './wall-run'

/** Where what was read stands, and what a plan does not tell of openings. */
export interface Making {
  readonly levelId: string
  /** The underlay that it was read from. */
  readonly tracedFrom?: string | undefined
  /** Upper edge of doors and windows above the floor. */
  readonly headMm: number
  /** Lower edge of windows. */
  readonly sillMm: number
}

/** An opening is at least so high, whatever was chosen for sill and head. */
const LOWEST_MM = 100

/** A run as elements, not joined with others yet. */
export function elementsOf(
  run: WallRun,
  { levelId, tracedFrom, headMm, sillMm }: Making,
): { wall: Wall; openings: Opening[] } {
  const id = crypto.randomUUID()
  const wall: Wall = {
    id,
    kind: 'wall',
    start: run.start,
    end: run.end,
    thicknessMm: Math.round(run.thicknessMm * 10) / 10,
    tracedLine: 'centre',
    levelId,
    ...(tracedFrom && { tracedFrom }),
  }
  const openings = run.openings.map((opening): Opening => {
    const foot = opening.use === 'window' ? sillMm : 0
    return {
      ...opening,
      id: crypto.randomUUID(),
      kind: 'opening',
      wallId: id,
      heightMm: Math.max(LOWEST_MM, headMm - foot),
      sillMm: foot,
    }
  })
  return { wall, openings }
}

/**
 * Makes elements of what was read from a sheet: walls whose ends meet one another and those that stand there already,
 * with their openings. What stands there already is not made again.
 * @returns the new records, and the former ones that changed
 */
export function makeWalls(
  runs: readonly WallRun[],
  records: ReadonlyMap<string, ProjectRecord>,
  making: Making,
): (Wall | Opening)[] {
  const walls = new Map<string, Wall>()
  const openings: Opening[] = []
  for (const record of records.values()) {
    if (record.kind === 'wall' && levelIdOf(record) === making.levelId) walls.set(record.id, record)
    if (record.kind === 'opening') openings.push(record)
  }
  const before = new Map(walls)
  for (const run of runs) {
    if ([...walls.values()].some((other) => isSame(other, run))) continue
    const made = elementsOf(run, making)
    before.set(made.wall.id, made.wall)
    openings.push(...made.openings)
    const joined = joinedEnds(made.wall, [...walls.values()])
    for (const wall of [joined.wall, ...joined.moved]) walls.set(wall.id, wall)
  }
  const moved = (wall: Wall) => walls.get(wall.id) !== records.get(wall.id)
  return [
    ...[...walls.values()].filter(moved),
    ...openings.flatMap((opening) => {
      const [was, is] = [before.get(opening.wallId), walls.get(opening.wallId)]
      if (!was || !is) return []
      const alongMm = opening.alongMm - startShift(was, is.start)
      return alongMm !== opening.alongMm || !records.has(opening.id) ? [{ ...opening, alongMm }] : []
    }),
  ]
}

/** How far along a wall its start has moved. */
function startShift(was: Wall, start: Point): number {
  const direction = unit(subtract(was.end, was.start))
  return direction ? dot(subtract(start, was.start), direction) : 0
}

/** A wall of which so much lies in another one is there already. */
const SAME_PART = 0.7

/** Whether something that was read lies where a wall of its level stands. */
export function isSame(wall: Wall, { start, end }: Pick<WallRun, 'start' | 'end'>): boolean {
  const size = distance(wall.start, wall.end)
  const centre = middle(start, end)
  const foot = along(wall.start, wall.end, alongOf(wall, centre) / size)
  if (!(distance(centre, foot) < wall.thicknessMm)) return false
  const [a, b] = [alongOf(wall, start), alongOf(wall, end)]
  const covered = Math.min(size, Math.max(a, b)) - Math.max(0, Math.min(a, b))
  return covered > SAME_PART * distance(start, end)
}
