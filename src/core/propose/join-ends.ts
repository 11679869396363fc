import { meetsLineAt } from '../geometry/segment'
import { add, cross, distance, type Point, scale, subtract, unit } from '../geometry/vector'
import { levelIdOf } from '../model/level/schema'
import { faceOffsets } from '../model/wall/geometry'
import { alongOf, asideOf } from '../model/wall/line'
import type { Wall } from '../model/wall/schema'

/** Ends so many thicknesses apart are meant to meet. */
const REACH = 1.5
/** Sines below this: walls that run on rather than meet. */
const PARALLEL = 0.05

/**
 * Lets the ends of a new wall meet its neighbours: where two ends are near, both are drawn to where their traced lines
 * cross; an end at the side of a wall is drawn to the traced line of that one, and the other way round.
 * @returns the new wall, and the neighbours that it moved
 */
export function joinedEnds(wall: Wall, walls: readonly Wall[]): { wall: Wall; moved: Wall[] } {
  let made = wall
  const moved = new Map<string, Wall>()
  // What is read from a sheet is straight: it never bends a round wall.
  const near = walls.filter((other) => levelIdOf(other) === levelIdOf(wall) && !other.bulge)
  const now = (other: Wall) => moved.get(other.id) ?? other
  for (const end of ['start', 'end'] as const) {
    const corner = near.map(now).flatMap((other) => {
      const reach = REACH * Math.max(wall.thicknessMm, other.thicknessMm)
      const its = ENDS.find((each) => distance(other[each], wall[end]) <= reach)
      const at = its && meeting(made, other)
      return at && distance(at, wall[end]) <= reach && distance(at, other[its]) <= reach ? [{ other, its, at }] : []
    })[0]
    if (corner) {
      const { other, its, at } = corner
      made = { ...made, [end]: at }
      if (distance(at, other[its]) > 0) moved.set(other.id, { ...other, [its]: at })
    } else made = near.map(now).reduce((each, host) => endedIn(each, end, host), made)
  }
  // Those that stood there already may end in the new one.
  for (const other of near.map(now)) {
    const ended = ENDS.reduce((each, end) => endedIn(each, end, made), other)
    if (ended !== other) moved.set(other.id, ended)
  }
  return { wall: made, moved: [...moved.values()] }
}

const ENDS = ['start', 'end'] as const
/** An end this far from the face of a wall is meant to end in it. */
const FROM_FACE_MM = 30

/** A wall whose end, where that lies at the side of another wall, is drawn to the traced line of that one. */
function endedIn(wall: Wall, end: 'start' | 'end', host: Wall): Wall {
  const size = distance(host.start, host.end)
  const at = alongOf(host, wall[end])
  if (at <= 0 || at >= size) return wall
  const { leftMm, rightMm } = faceOffsets(host)
  const aside = asideOf(host, wall[end])
  if (aside > leftMm + FROM_FACE_MM || aside < rightMm - FROM_FACE_MM) return wall
  const met = meeting(wall, host)
  // A wall never grows over its other end.
  if (!met || distance(met, wall[end]) > REACH * host.thicknessMm) return wall
  return distance(met, wall[end]) > 0 ? { ...wall, [end]: met } : wall
}

function meeting(a: Pick<Wall, 'start' | 'end'>, b: Pick<Wall, 'start' | 'end'>): Point | null {
  const [u, v] = [unit(subtract(a.end, a.start)), unit(subtract(b.end, b.start))]
  if (!u || !v || Math.abs(cross(u, v)) < PARALLEL) return null
  return add(a.start, scale(u, meetsLineAt(a.start, u, b.start, v)))
}
