import { distance, dot, leftOf, type Point, subtract, unit } from '../geometry/vector'
import { levelIdOf } from '../model/level/schema'
import { ofKind } from '../model/of-kind'
import { placeOpening } from '../model/opening/place'
import type { OpeningUse } from '../model/opening/schema'
import type { ProjectRecord } from '../model/registry'
import { faceOffsets } from '../model/wall/geometry'
import { wallLengthMm, wallPlace } from '../model/wall/line'
import type { Wall } from '../model/wall/schema'
import type { ProposedWall } from '../propose/walls/proposed-wall'
import { runsOf } from './runs'
import { LARGEST_SINE } from './wall-on-sheet'

/** Something that a sheet shows and nobody traced. Model millimetres. */
export interface Untraced {
  readonly kind: 'wall' | OpeningUse
  /** Along the middle of the wall that it is, or is in. */
  readonly start: Point
  readonly end: Point
  /** How long it is. */
  readonly mm: number
  /** How sure it is that the sheet shows it, 0 to 1. */
  readonly certainty: number
}

/** A traced wall is the one of the sheet where its middle lies this near to that of it, or within half its thickness. */
const BESIDE_MM = 60
/** Places along a wall of the sheet, so far apart. */
const STEP_MM = 50
/** Walls that join cover one another's ends: shorter stretches are no wall that was left out. */
const LEAST_MM = 400
/** A traced opening is the one of the sheet where their middles lie this near. */
const OPENING_MM = 300

/**
 * What a sheet shows and nobody traced: stretches of walls that no traced wall lies on, and openings in traced walls.
 * @param shown the walls that were read from the sheet, on the board
 * @param levelId the level that the sheet lies on
 */
export function untraced(
  shown: readonly ProposedWall[],
  records: ReadonlyMap<string, ProjectRecord>,
  levelId: string,
): Untraced[] {
  const walls = ofKind('wall', records).filter((wall) => levelIdOf(wall) === levelId)
  const middles = walls.flatMap(strokesAlong)
  const openings = ofKind('opening', records).flatMap((opening) => {
    const wall = records.get(opening.wallId)
    const place = wall?.kind === 'wall' && levelIdOf(wall) === levelId ? placeOpening(wall, opening) : null
    return place ? [place.middle] : []
  })
  return shown
    .flatMap((wall) => [...stretchesLeft(wall, middles), ...openingsLeft(wall, middles, openings)])
    .sort((a, b) => b.mm - a.mm)
}

/** A straight piece along the middle of a traced wall. */
interface Stroke {
  readonly start: Point
  readonly end: Point
  readonly u: Point
  readonly reachMm: number
}

/** Bent walls by chords of about so many millimetres. */
const CHORD_MM = 250

function strokesAlong(wall: Wall): Stroke[] {
  const { leftMm, rightMm } = faceOffsets(wall)
  const size = wallLengthMm(wall)
  const count = wall.bulge ? Math.max(1, Math.ceil(size / CHORD_MM)) : 1
  const places = Array.from({ length: count + 1 }, (_, i) =>
    wallPlace(wall, (i / count) * size, (leftMm + rightMm) / 2),
  ).flatMap((place) => (place ? [place.at] : []))
  return places.slice(1).flatMap((end, i) => {
    const start = places[i]!
    const u = unit(subtract(end, start))
    return u ? [{ start, end, u, reachMm: Math.max(BESIDE_MM, wall.thicknessMm / 2) }] : []
  })
}

const covers = ({ start, end, u, reachMm }: Stroke, p: Point, along: Point): boolean => {
  if (Math.abs(dot(along, leftOf(u))) > LARGEST_SINE) return false
  const from = subtract(p, start)
  const s = dot(from, u)
  return Math.abs(dot(from, leftOf(u))) <= reachMm && s >= -reachMm && s <= distance(start, end) + reachMm
}

function stretchesLeft({ start, end, certainty }: ProposedWall, walls: readonly Stroke[]): Untraced[] {
  const u = unit(subtract(end, start))
  const size = distance(start, end)
  if (!u) return []
  const count = Math.max(1, Math.round(size / STEP_MM))
  const placeAt = (part: number): Point => ({ x: start.x + u.x * size * part, y: start.y + u.y * size * part })
  const isBare = Array.from({ length: count }, (_, i) => {
    const p = placeAt((i + 0.5) / count)
    return !walls.some((wall) => covers(wall, p, u))
  })
  return runsOf(isBare)
    .filter(({ state }) => state)
    .map(({ from, to }): Untraced => {
      const mm = ((to - from) / count) * size
      return { kind: 'wall', start: placeAt(from / count), end: placeAt(to / count), mm, certainty }
    })
    .filter(({ mm }) => mm >= Math.min(LEAST_MM, size))
}

/** Openings of a wall that was traced there, where no opening was. */
function openingsLeft(
  { start, end, openings, certainty }: ProposedWall,
  walls: readonly Stroke[],
  traced: readonly Point[],
): Untraced[] {
  const u = unit(subtract(end, start))
  if (!u) return []
  return openings.flatMap(({ use, alongMm, widthMm }) => {
    const at = { x: start.x + u.x * alongMm, y: start.y + u.y * alongMm }
    const isThere = traced.some((p) => distance(p, at) <= Math.max(OPENING_MM, widthMm / 2))
    if (isThere || !walls.some((wall) => covers(wall, at, u))) return []
    const half = widthMm / 2
    const along = (by: number): Point => ({ x: at.x + u.x * by, y: at.y + u.y * by })
    return [{ kind: use, start: along(-half), end: along(half), mm: widthMm, certainty }]
  })
}
