import { meetsLineAt } from '../geometry/segment'
import { add, cross, distance, type Point, scale, subtract, unit } from '../geometry/vector'
import { levelIdOf } from '../model/level/schema'
import type { Wall } from '../model/wall/schema'

/** Ends so many thicknesses apart are meant to meet. */
const REACH = 1.5
/** Sines below this: walls that run on rather than meet. */
const PARALLEL = 0.05

/**
 * Lets the ends of a new wall meet those of its neighbours: both are drawn to where their traced lines cross.
 * @returns the new wall, and the neighbours that it moved
 */
export function joinedEnds(wall: Wall, walls: readonly Wall[]): { wall: Wall; moved: Wall[] } {
  let made = wall
  const moved: Wall[] = []
  for (const end of ['start', 'end'] as const)
    for (const other of walls) {
      if (levelIdOf(other) !== levelIdOf(wall)) continue
      const reach = REACH * Math.max(wall.thicknessMm, other.thicknessMm)
      const near = (['start', 'end'] as const).find((each) => distance(other[each], wall[end]) <= reach)
      const at = near && meeting(made, other)
      if (!at || distance(at, wall[end]) > reach || distance(at, other[near]) > reach) continue
      made = { ...made, [end]: at }
      if (distance(at, other[near]) > 0) moved.push({ ...other, [near]: at })
      break
    }
  return { wall: made, moved }
}

function meeting(a: Pick<Wall, 'start' | 'end'>, b: Pick<Wall, 'start' | 'end'>): Point | null {
  const [u, v] = [unit(subtract(a.end, a.start)), unit(subtract(b.end, b.start))]
  if (!u || !v || Math.abs(cross(u, v)) < PARALLEL) return null
  return add(a.start, scale(u, meetsLineAt(a.start, u, b.start, v)))
}
