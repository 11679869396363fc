import RBush from 'rbush'
import { type Box, boxOf, grow } from '../geometry/box'
import { area, isInside } from '../geometry/polygon'
import { distance, leftOf, type Point, scale, subtract, unit } from '../geometry/vector'
import type { GridLine } from '../model/grid-line/schema'
import { FIRST_LEVEL, type Level, levelIdOf, levelsOf, STOREY_MM, storeyHeightMm } from '../model/level/schema'
import { ofKind } from '../model/of-kind'
import { openingMarks } from '../model/opening/marks'
import { type PlacedOpening, placeOpening, whyNotFit } from '../model/opening/place'
import type { Opening } from '../model/opening/schema'
import { type OpeningType, openingTypeOf } from '../model/opening-type/schema'
import { Plan } from '../model/plan'
import type { ProjectRecord } from '../model/registry'
import type { Separator } from '../model/separator/schema'
import { type Cutting, cuttingOf, displayOf, settingsOf } from '../model/settings/schema'
import type { Boundary } from '../model/space/boundary'
import type { Space } from '../model/space/schema'
import { meanFactor } from '../model/wall/geometry'
import { type BuiltLayer, builtLayers } from '../model/wall/layers'
import { alongOf } from '../model/wall/line'
import type { Wall } from '../model/wall/schema'
import { type WallType, wallTypeOf } from '../model/wall-type/schema'
import { USUAL_DISPLAY } from '../units/format'
import type { BodySizes, Prism } from './bodies/body'
import { type Body, isBody, prismsOfBody, sizesOfBody } from './bodies/registry'
import { type Bolting, boltingOf } from './bolts'
import { externalWalls } from './external'
import { type BuiltFixture, builtFixtures } from './fixtures'
import { type BuiltMember, builtMembers } from './members'
import { type Piece, piecesOf } from './pieces'
import { type BuiltPlate, builtPlates } from './plates'

/** A door, window or passage with its type and the name of that, null where it has none, and what it goes by. */
interface NamedOpening {
  readonly opening: Opening
  readonly type: OpeningType | null
  readonly typeName: string | null
  readonly mark: string
}

/** A door, window or passage with where it lies. Heights are above the project's zero. */
export interface BuiltOpening extends NamedOpening {
  readonly place: PlacedOpening
  readonly footMm: number
}

export interface BuiltWall {
  readonly wall: Wall
  /** Null for a plain one. */
  readonly type: WallType | null
  /** Joined with its neighbours, anticlockwise. */
  readonly outline: readonly Point[]
  /** What stands of that: several rings where other walls run through it. */
  readonly rings: readonly (readonly Point[])[]
  readonly footMm: number
  readonly heightMm: number
  /** What it covers on the plan. */
  readonly coveredMm2: number
  /** Its mean length: what it covers over its thickness. */
  readonly lengthMm: number
  readonly grossAreaMm2: number
  readonly netAreaMm2: number
  readonly netVolumeMm3: number
  readonly openings: readonly BuiltOpening[]
}

/** An element that is a solid by itself. */
export interface BuiltBody<E extends Body = Body> {
  readonly body: E
  readonly prisms: readonly Prism[]
  readonly sizes: BodySizes
  /** Of its storey. */
  readonly heightMm: number
}

/** A straight part of a room's edge along one wall. */
export interface RoomSide {
  readonly wall: BuiltWall
  readonly from: Point
  readonly to: Point
  /** Out of the room, in degrees clockwise from true north. */
  readonly azimuthDeg: number
  /** The room on the other side of the wall; null outside. */
  readonly other: string | null
  readonly openings: readonly BuiltOpening[]
}

export interface BuiltRoom {
  readonly space: Space
  readonly footMm: number
  readonly heightMm: number
  /** Null where nothing encloses it. */
  readonly boundary: Boundary | null
  readonly volumeMm3: number
  readonly sides: readonly RoomSide[]
}

/** A storey with all that stands on it. */
export interface BuiltLevel {
  readonly level: Level
  /** To the next level. */
  readonly heightMm: number
  readonly walls: readonly BuiltWall[]
  readonly bodies: readonly BuiltBody[]
  readonly rooms: readonly BuiltRoom[]
  /** Lines that part rooms without a wall. */
  readonly separators: readonly Separator[]
  /** Layers of the walls that have a type, by their ids. */
  readonly layers: ReadonlyMap<string, readonly BuiltLayer[]>
  /** Walls between inside and outside, and those with inside on both sides; what stands free is in neither. */
  readonly external: ReadonlyMap<string, boolean>
}

/** The model as it would be built: from the lowest level to the highest. Model millimetres. */
export interface Building {
  readonly levels: readonly BuiltLevel[]
  readonly gridLines: readonly GridLine[]
  readonly members: readonly BuiltMember[]
  readonly plates: readonly BuiltPlate[]
  readonly fixtures: readonly BuiltFixture[]
  /** Worked out when it is first asked for. */
  readonly bolting: Bolting
  /** Members by like pieces; worked out when it is first asked for. */
  readonly pieces: readonly Piece[]
  readonly cutting: Cutting
}

/** The height of the storey that an element stands on. */
export function storeyOf(
  element: { readonly levelId?: string | undefined },
  records: ReadonlyMap<string, ProjectRecord>,
): number {
  const levels = levelsOf(records)
  const level = levels.find(({ id }) => id === levelIdOf(element))
  return level ? storeyHeightMm(level, levels) : STOREY_MM
}

/** A wall's own height, else from its foot to its head at the next level. */
const heightOf = ({ heightMm, baseMm = 0, topMm = 0 }: Wall, storeyMm: number): number =>
  heightMm ?? Math.max(1, storeyMm + topMm - baseMm)

export const wallHeightMm = (wall: Wall, records: ReadonlyMap<string, ProjectRecord>): number =>
  heightOf(wall, storeyOf(wall, records))

/** Why an opening can't be where it would be, in a sentence; null where it can. */
export function whyRefused(opening: Opening, wall: Wall, records: ReadonlyMap<string, ProjectRecord>): string | null {
  const others = ofKind('opening', records)
  return whyNotFit(
    wall,
    wallHeightMm(wall, records),
    opening,
    others.filter(({ wallId }) => wallId === wall.id),
    displayOf(records),
  )
}

/** Works out what the records of a project come to. */
export function buildingOf(records: ReadonlyMap<string, ProjectRecord>): Building {
  return builtFrom(Plan.of(records, USUAL_DISPLAY.mm), records)
}

/** The same from a plan that is already worked out. */
export function builtFrom(plan: Plan, records: ReadonlyMap<string, ProjectRecord>): Building {
  const all = [...records.values()]
  const known = levelsOf(records)
  const levels = known.length > 0 ? known : [FIRST_LEVEL]
  const ids = new Set(levels.map(({ id }) => id))
  // What lies on a level that is gone stands on the lowest.
  const onLevel = (element: { readonly levelId?: string | undefined }) =>
    ids.has(levelIdOf(element)) ? levelIdOf(element) : levels[0]!.id
  const openings = new Map<string, NamedOpening[]>()
  const marks = openingMarks(records)
  const northRad = settingsOf(records).site?.northRad ?? 0
  for (const record of all) {
    if (record.kind !== 'opening') continue
    const type = openingTypeOf(record, records)
    const named = { opening: record, type, typeName: type?.name ?? null, mark: marks.get(record.id) ?? '' }
    openings.set(record.wallId, [...(openings.get(record.wallId) ?? []), named])
  }
  const members = builtMembers(records)
  const plates = builtPlates(records)
  let bolting: Bolting | null = null
  let pieces: readonly Piece[] | null = null
  return {
    gridLines: all.filter((record) => record.kind === 'grid-line'),
    members,
    plates,
    fixtures: builtFixtures(records),
    get bolting() {
      bolting ??= boltingOf(records, members, plates)
      return bolting
    },
    get pieces() {
      pieces ??= piecesOf(members, ({ id }) => this.bolting.holes.get(id) ?? [])
      return pieces
    },
    cutting: cuttingOf(records),
    levels: levels.map((level) => {
      const heightMm = storeyHeightMm(level, levels)
      const here = all.filter((record) => 'kind' in record && 'levelId' in record && onLevel(record) === level.id)
      const walls = all
        .filter((record) => record.kind === 'wall')
        .filter((wall) => onLevel(wall) === level.id)
        .flatMap((wall) =>
          builtWall(
            wall,
            plan.outlines.get(wall.id),
            plan.ringsOf(wall.id),
            level,
            heightMm,
            openings.get(wall.id) ?? [],
            wallTypeOf(wall, records),
          ),
        )
      const rooms = here
        .filter((record) => record.kind === 'space')
        .map((space) => ({ space, boundary: plan.boundaryOf(space) }))
      let index: Neighbours | null = null
      const around = (): Neighbours => {
        index ??= neighboursOf(walls, rooms)
        return index
      }
      let layers: ReadonlyMap<string, readonly BuiltLayer[]> | null = null
      let external: ReadonlyMap<string, boolean> | null = null
      return {
        level,
        heightMm,
        walls,
        get external() {
          external ??= externalWalls(walls, rooms, (at) => plan.enclosureOf({ at, levelId: level.id }))
          return external
        },
        // Only tables ask for them.
        get layers() {
          layers ??= builtLayers(walls.flatMap(({ wall, rings, type }) => (type ? [{ wall, rings, type }] : [])))
          return layers
        },
        separators: here.filter((record) => record.kind === 'separator'),
        bodies: here.filter(isBody).map((body) => builtBody(body, level.elevationMm, heightMm)),
        rooms: rooms.map(({ space, boundary }): BuiltRoom => {
          const clear = space.heightMm ?? heightMm
          let sides: readonly RoomSide[] | null = null
          return {
            space,
            boundary,
            footMm: level.elevationMm,
            heightMm: clear,
            volumeMm3: (boundary?.areaMm2 ?? 0) * clear,
            // Only tables and some formats ask for them.
            get sides() {
              sides ??= boundary ? sidesOf(space.id, boundary, around(), northRad) : []
              return sides
            },
          }
        }),
      }
    }),
  }
}

/** Bodies that stay as they are keep their prisms, and who makes triangles of these can keep them. */
const keptBodies = new WeakMap<Body, { readonly elevationMm: number; readonly built: BuiltBody }>()

function builtBody(body: Body, elevationMm: number, heightMm: number): BuiltBody {
  const kept = keptBodies.get(body)
  if (kept && kept.elevationMm === elevationMm && kept.built.heightMm === heightMm) return kept.built
  const prisms = prismsOfBody(body, { elevationMm, heightMm })
  const built = { body, heightMm, prisms, sizes: sizesOfBody(body, prisms) }
  keptBodies.set(body, { elevationMm, built })
  return built
}

interface WallParts {
  readonly outline: readonly Point[]
  readonly rings: readonly (readonly Point[])[]
  readonly elevationMm: number
  readonly storeyMm: number
  readonly openings: readonly NamedOpening[]
  readonly type: WallType | null
}

/** What was built of a wall last, for as long as nothing that it is built of changes. */
const lastBuilt = new WeakMap<Wall, { readonly parts: WallParts; readonly built: BuiltWall }>()

const areSame = (a: WallParts, b: WallParts): boolean =>
  a.outline === b.outline &&
  a.rings.length === b.rings.length &&
  a.rings.every((ring, i) => ring === b.rings[i]) &&
  a.elevationMm === b.elevationMm &&
  a.storeyMm === b.storeyMm &&
  a.type === b.type &&
  a.openings.length === b.openings.length &&
  a.openings.every(
    ({ opening, type, mark }, i) =>
      opening === b.openings[i]!.opening && type === b.openings[i]!.type && mark === b.openings[i]!.mark,
  )

function builtWall(
  wall: Wall,
  outline: readonly Point[] | undefined,
  rings: readonly (readonly Point[])[],
  level: Level,
  storeyMm: number,
  openings: readonly NamedOpening[],
  type: WallType | null,
): BuiltWall[] {
  if (!outline || outline.length < 3) return []
  const parts: WallParts = { outline, rings, elevationMm: level.elevationMm, storeyMm, openings, type }
  const last = lastBuilt.get(wall)
  if (last && areSame(last.parts, parts)) return [last.built]
  const baseMm = wall.baseMm ?? 0
  const footMm = level.elevationMm + baseMm
  const heightMm = heightOf(wall, storeyMm)
  const built = openings.flatMap((named) => {
    const place = placeOpening(wall, named.opening)
    return place ? [{ ...named, place, footMm: footMm + named.opening.sillMm }] : []
  })
  const coveredMm2 = rings.reduce((sum, ring) => sum + area(ring), 0)
  const lengthMm = coveredMm2 / wall.thicknessMm
  const factor = meanFactor(wall)
  const holes = built.reduce((sum, { opening }) => sum + opening.widthMm * factor * opening.heightMm, 0)
  const made: BuiltWall = {
    wall,
    type,
    outline,
    rings,
    footMm,
    heightMm,
    coveredMm2,
    lengthMm,
    openings: built,
    grossAreaMm2: lengthMm * heightMm,
    netAreaMm2: lengthMm * heightMm - holes,
    netVolumeMm3: coveredMm2 * heightMm - holes * wall.thicknessMm,
  }
  lastBuilt.set(wall, { parts, built: made })
  return [made]
}

/** How far a place may lie off a face to be on it. */
const ON_FACE_MM = 1

interface RoomWithin {
  readonly space: Space
  readonly boundary: Boundary | null
}

/** What may lie at the side of a room, found by place. */
interface Neighbours {
  readonly walls: RBush<Box & { readonly built: BuiltWall }>
  readonly rooms: RBush<Box & { readonly room: RoomWithin }>
}

function neighboursOf(walls: readonly BuiltWall[], rooms: readonly RoomWithin[]): Neighbours {
  return {
    walls: new RBush<Box & { readonly built: BuiltWall }>().load(
      walls.map((built) => ({ ...grow(boxOf(built.outline), ON_FACE_MM), built })),
    ),
    rooms: new RBush<Box & { readonly room: RoomWithin }>().load(
      rooms.flatMap((room) => (room.boundary ? [{ ...boxOf(room.boundary.ring), room }] : [])),
    ),
  }
}

/** The parts of a room's edge that run along walls. */
function sidesOf(id: string, { ring }: Boundary, { walls, rooms }: Neighbours, northRad: number): RoomSide[] {
  return ring.flatMap((from, i) => {
    const to = ring[(i + 1) % ring.length]!
    const along = unit(subtract(to, from))
    if (!along) return []
    const middle = { x: (from.x + to.x) / 2, y: (from.y + to.y) / 2 }
    const wall = walls.search(boxOf([middle])).find(({ built }) => liesOnEdge(built.outline, middle))?.built
    if (!wall) return []
    // The room lies to the left of its edge.
    const out = scale(leftOf(along), -1)
    const beyondMm = wall.wall.thicknessMm + 2 * ON_FACE_MM
    const beyond = { x: middle.x + out.x * beyondMm, y: middle.y + out.y * beyondMm }
    const other = rooms
      .search(boxOf([beyond]))
      .find(({ room }) => room.space.id !== id && isInside(room.boundary!.ring, beyond))?.room
    const openings = wall.openings.filter(({ place }) => {
      const t = alongOf({ start: from, end: to }, place.middle)
      return t > 0 && t < distance(from, to)
    })
    const azimuthDeg = (((Math.atan2(out.x, out.y) + northRad) * 180) / Math.PI + 720) % 360
    return [{ wall, from, to, azimuthDeg, other: other?.space.id ?? null, openings }]
  })
}

function liesOnEdge(ring: readonly Point[], p: Point): boolean {
  return ring.some((a, i) => {
    const b = ring[(i + 1) % ring.length]!
    const along = unit(subtract(b, a))
    if (!along) return false
    const d = subtract(p, a)
    const t = d.x * along.x + d.y * along.y
    return Math.abs(d.x * along.y - d.y * along.x) <= ON_FACE_MM && t >= 0 && t <= distance(a, b)
  })
}
