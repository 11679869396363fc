import type { Building, BuiltLevel, BuiltRoom } from '../building/building'
import type { Vector3 } from '../geometry/space'
import type { Point } from '../geometry/vector'
import { ofKind } from '../model/of-kind'
import { whyNotFit } from '../model/opening/place'
import { partsOf } from '../model/part/schema'
import { priceBookOf } from '../model/price-book/schema'
import type { ProjectRecord } from '../model/registry'
import { displayOf } from '../model/settings/schema'
import { calledOf } from '../model/space/called'
import { underlaysOf } from '../model/underlay/underlays'
import { materialNamed } from '../part/materials'
import { formatLength } from '../units/format'
import { frameFindings } from './frames'
import { type NearMiss, nearMisses } from './near-misses'

/** Something over which whoever gets the files would stumble. */
export interface HandOverFinding {
  readonly kind: 'sheet' | 'room' | 'opening' | 'wall' | 'frame' | 'material'
  /** A sentence. */
  readonly says: string
  /** What it is about. */
  readonly ids: readonly string[]
  /** Where it is, millimetres; null for what has no place. */
  readonly at: Vector3 | null
}

const WALLS: Readonly<Record<NearMiss['kind'], (off: string) => string>> = {
  apart: (off) => `Two wall ends miss one another by ${off}.`,
  short: (off) => `A wall stops ${off} before another.`,
  crooked: (off) => `A wall is ${off} off level or upright.`,
  doubled: (off) => `A wall of ${off} lies on another.`,
  overlapping: (off) => `Two walls overlap by ${off}.`,
  beside: (off) => `Two walls that go on are ${off} out of line.`,
}

const FRAMES = {
  clash: 'Two members share some of their volume.',
  doubled: 'A member lies on another.',
  apart: 'Two member ends miss one another.',
  joint: 'A joint can’t be made as it is set.',
  loose: 'Bolts hold nothing.',
  edge: 'A bolt is too near to an edge.',
  pitch: 'Two bolts are too near to one another.',
} as const

/** What a recipient would stumble on, sheets first; none where all is in order. */
export function beforeHandOver(building: Building, records: ReadonlyMap<string, ProjectRecord>): HandOverFinding[] {
  const display = displayOf(records)
  const length = (mm: number) => formatLength(mm, display)
  const on = (at: Point, zMm = 0): Vector3 => ({ x: at.x, y: at.y, z: zMm })
  const sheets = underlaysOf(records)
    .filter(({ dimensions }) => dimensions.length === 0)
    .map(
      ({ id, name }): HandOverFinding => ({
        kind: 'sheet',
        says: `${name} is not fitted by a known dimension: what was traced on it may not be true to size.`,
        ids: [id],
        at: null,
      }),
    )
  const rooms = building.levels.flatMap((level) => roomFindings(level))
  const openings = building.levels.flatMap(({ walls }) =>
    walls.flatMap(({ wall, heightMm, openings: own }) =>
      own.flatMap(({ opening, place, footMm }): HandOverFinding[] => {
        const others = own.map((each) => each.opening)
        const why = whyNotFit(wall, heightMm, opening, others, display)
        return why ? [{ kind: 'opening', says: why, ids: [opening.id], at: on(place.middle, footMm) }] : []
      }),
    ),
  )
  const lost = ofKind('opening', records).flatMap((record): HandOverFinding[] =>
    records.get(record.wallId)?.kind !== 'wall'
      ? [
          {
            kind: 'opening',
            says: `A ${record.use} has lost its wall and goes out nowhere.`,
            ids: [record.id],
            at: null,
          },
        ]
      : [],
  )
  const all = building.levels.flatMap(({ walls }) => walls.map(({ wall }) => wall))
  const walls = nearMisses(all).map(
    ({ kind, ids, offMm, at }): HandOverFinding => ({
      kind: 'wall',
      says: WALLS[kind](length(offMm)),
      ids,
      at: on(at),
    }),
  )
  const places = new Map(building.members.map(({ member, body }) => [member.id, body.placed.start]))
  const frames = frameFindings(building).map(
    ({ kind, ids, problem }): HandOverFinding => ({
      kind: 'frame',
      says: problem ?? FRAMES[kind],
      ids,
      at: ids.map((id) => places.get(id)).find((at) => at !== undefined) ?? null,
    }),
  )
  const book = priceBookOf(records)
  const materials = partsOf(records).flatMap(({ id, name, material }): HandOverFinding[] =>
    materialNamed(material, book).densityKgM3 === null
      ? [{ kind: 'material', says: `${name} is of ${material}, whose density is not known.`, ids: [id], at: null }]
      : [],
  )
  return [...sheets, ...rooms, ...openings, ...lost, ...walls, ...frames, ...materials]
}

function roomFindings({ level, rooms }: BuiltLevel): HandOverFinding[] {
  const about = ({ space }: BuiltRoom, says: string): HandOverFinding => ({
    kind: 'room',
    says,
    ids: [space.id],
    at: { ...space.at, z: level.elevationMm },
  })
  const numbers = new Map<string, number>()
  for (const { space } of rooms) numbers.set(space.number, (numbers.get(space.number) ?? 0) + 1)
  return rooms.flatMap((room) => {
    const { space, boundary } = room
    return [
      ...(boundary ? [] : [about(room, `${calledOf(space) || 'A room'} on ${level.name} is open: it has no area.`)]),
      ...(UNNAMED.test(space.name) ? [about(room, `A room on ${level.name} has no name of its own.`)] : []),
      ...(space.number && numbers.get(space.number)! > 1
        ? [about(room, `There is more than one room ${space.number} on ${level.name}.`)]
        : []),
    ]
  })
}

/** Names that say nothing. */
const UNNAMED = /^(room|space)?\s*\d*$/i
