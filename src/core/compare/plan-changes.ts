import { type Affine, compose } from '../geometry/affine'
import { projectiveOf } from '../geometry/projective'
import { add, distance, dot, leftOf, middle, type Point, scale, subtract, unit } from '../geometry/vector'
import type { RunOpening } from '../propose/wall-run'
import { proposeWalls } from '../propose/walls/propose'
import { USUAL_CERTAINTY } from '../propose/walls/proposed-wall'
import { sheetFinder } from '../propose/walls/sheet-finder'
import { indexSheet } from '../sheet/binary'
import type { Linework } from '../sheet/linework'
import type { ChangeKind, ChangeSubject } from './change'
import { type Stroke, totalLength } from './strokes'

/** A region along a direction: millimetres. */
export interface Band {
  readonly at: Point
  readonly u: Point
  readonly alongMm: number
  readonly acrossMm: number
}

/** What changed of walls and openings: millimetres of the older page's board. */
export interface PlanChange {
  readonly kind: ChangeKind
  readonly subject: ChangeSubject
  readonly by: Point | null
  /** Along it, where it is on the older page, or on the newer where it is new. */
  readonly line: Stroke
  readonly beforeMm: number | null
  readonly afterMm: number | null
  /** Where it shows. */
  readonly bands: readonly Band[]
}

interface WallOn {
  readonly start: Point
  readonly end: Point
  readonly u: Point
  readonly sizeMm: number
  readonly thicknessMm: number
}

interface OpeningOn extends Pick<RunOpening, 'use' | 'widthMm'> {
  readonly at: Point
  readonly u: Point
  readonly thicknessMm: number
}

/** What a page shows of a building. */
export interface BuiltOn {
  readonly walls: readonly WallOn[]
  readonly openings: readonly OpeningOn[]
}

/** Reads walls and openings of a page. @param map from its points to the board of the older page, millimetres */
export function builtOn(linework: Linework, map: Affine): BuiltOn {
  const mmPerPt = Math.sqrt(Math.abs(map[0] * map[3] - map[1] * map[2]))
  const on = { map: projectiveOf(map), mmPerPt, parts: [], markup: false, shows: () => true }
  const lines = sheetFinder(indexSheet(linework).index, on.map, mmPerPt)
  const runs = proposeWalls(linework, on, lines).filter(({ certainty }) => certainty >= USUAL_CERTAINTY)
  const walls = runs.flatMap((run) => {
    const u = unit(subtract(run.end, run.start))
    return u ? [{ ...run, u, sizeMm: distance(run.start, run.end) }] : []
  })
  return {
    walls,
    openings: walls.flatMap(({ start, u, thicknessMm, openings }) =>
      openings.map(({ alongMm, widthMm, use }) => ({
        at: { x: start.x + u.x * alongMm, y: start.y + u.y * alongMm },
        u,
        thicknessMm,
        widthMm,
        use,
      })),
    ),
  }
}

/** From the points of a page to its board. */
export const onBoard = (mmPerPt: number, map: Affine): Affine => compose(map, [mmPerPt, 0, 0, mmPerPt, 0, 0])

/** Differences below this are those of drawing and reading. */
const SAME_MM = 25
/** Two walls of one place differ in thickness by more than this. */
const THICKER_MM = 12
const PARALLEL = 0.02
/** Of a wall that went or came both faces did, but for what openings leave out. */
const BOTH_FACES = 1.4
/** Nobody says of what went farther that it moved. */
const FARTHEST_DOOR_MM = 3000
const FARTHEST_WALL_MM = 1500

/** Strokes that lie on one page alone, in millimetres of the board. */
export interface BareStrokes {
  readonly gone: readonly Stroke[]
  readonly fresh: readonly Stroke[]
}

const middleOf = ({ start, end }: Stroke): Point => middle(start, end)

export function isInBand({ at, u, alongMm, acrossMm }: Band, p: Point): boolean {
  const from = subtract(p, at)
  return Math.abs(dot(from, u)) <= alongMm && Math.abs(dot(from, leftOf(u))) <= acrossMm
}

const lengthIn = (band: Band, strokes: readonly Stroke[]): number =>
  totalLength(strokes.filter((stroke) => isInBand(band, middleOf(stroke))))

/** Around an opening with its leaves. */
const bandOfOpening = ({ at, u, widthMm, thicknessMm, use }: OpeningOn): Band => ({
  at,
  u,
  alongMm: widthMm / 2 + (use === 'door' ? 150 : 100),
  acrossMm: thicknessMm / 2 + (use === 'door' ? widthMm + 100 : 200),
})

const bandOfWall = ({ start, end, u, sizeMm, thicknessMm }: WallOn, acrossMm = 0): Band => ({
  at: middle(start, end),
  u,
  alongMm: sizeMm / 2 + thicknessMm,
  acrossMm: thicknessMm / 2 + 40 + acrossMm,
})

/**
 * What became of walls and openings between two readings. Readings alone say nothing: only where strokes differ too is
 * there a change.
 */
export function planChanges(older: BuiltOn, newer: BuiltOn, bare: BareStrokes, shift: ShiftOf): PlanChange[] {
  const walls = wallChanges(older, newer, bare)
  const explained = (p: Point) => walls.some(({ bands }) => bands.some((band) => isInBand(band, p)))
  const openings = openingChanges(older, newer, bare, shift)
  // Where a wall went or came its openings go along without being told.
  return [...walls, ...openings.filter(({ kind, bands }) => kind === 'moved' || !explained(bands[0]!.at))]
}

/**
 * The shift in which strokes that are on one page alone are there again on the other, and only there; null where there is
 * none. Millimetres.
 */
export type ShiftOf = (strokes: readonly Stroke[], from: 'older' | 'newer', farthestMm: number) => Point | null

function openingChanges(older: BuiltOn, newer: BuiltOn, bare: BareStrokes, shift: ShiftOf): PlanChange[] {
  const [before, after] = [new Set(older.openings), new Set(newer.openings)]
  const both = [...bare.gone, ...bare.fresh]
  const shows = (opening: OpeningOn) => lengthIn(bandOfOpening(opening), both) > 0.4 * opening.widthMm
  const changes: PlanChange[] = []
  const take = (
    accepts: (a: OpeningOn, b: OpeningOn) => boolean,
    tell: (a: OpeningOn, b: OpeningOn) => PlanChange | null,
  ) => {
    for (const a of before) {
      const [b] = [...after]
        .filter((each) => accepts(a, each))
        .sort((x, y) => distance(x.at, a.at) - distance(y.at, a.at))
      if (!b) continue
      before.delete(a)
      after.delete(b)
      const change = tell(a, b)
      if (change) changes.push(change)
    }
  }
  const plain = { by: null, beforeMm: null, afterMm: null }
  // The same in its place; its leaves may swing otherwise.
  take(
    (a, b) => distance(a.at, b.at) <= SAME_MM && Math.abs(a.widthMm - b.widthMm) <= SAME_MM,
    (a, b) => {
      const band = bandOfOpening(a.use === 'door' ? a : b)
      const [gone, fresh] = [lengthIn(band, bare.gone), lengthIn(band, bare.fresh)]
      const turned = a.use === 'door' && b.use === 'door' && Math.min(gone, fresh) > 0.7 * a.widthMm
      const other = a.use !== b.use && Math.max(gone, fresh) > 0.7 * a.widthMm
      if (!turned && !other) return null
      return { ...plain, kind: 'changed', subject: b.use, line: lineOf(a), bands: [band] }
    },
  )
  // Wider or narrower, about where it was.
  take(
    (a, b) =>
      a.use === b.use &&
      isOnLine(a, b) &&
      Math.abs(a.widthMm - b.widthMm) > SAME_MM &&
      distance(a.at, b.at) <= Math.abs(a.widthMm - b.widthMm) / 2 + SAME_MM,
    (a, b) =>
      shows(a) || shows(b)
        ? {
            kind: 'changed',
            subject: b.use,
            by: subtract(b.at, a.at),
            line: lineOf(a),
            beforeMm: a.widthMm,
            afterMm: b.widthMm,
            bands: [bandOfOpening(a), bandOfOpening(b)],
          }
        : null,
  )
  // As wide, elsewhere in its wall.
  take(
    (a, b) =>
      a.use === b.use &&
      isOnLine(a, b) &&
      Math.abs(a.widthMm - b.widthMm) <= SAME_MM &&
      distance(a.at, b.at) <= FARTHEST_DOOR_MM &&
      shows(a) &&
      shows(b),
    (a, b) => ({
      ...plain,
      kind: 'moved',
      subject: b.use,
      line: lineOf(a),
      by: subtract(b.at, a.at),
      bands: [bandOfOpening(a), bandOfOpening(b)],
    }),
  )
  // One that only one of the pages was read to have may still be seen to have moved, by its strokes.
  const seenToMove = (one: OpeningOn, from: 'older' | 'newer', others: Set<OpeningOn>): PlanChange | null => {
    const band = bandOfOpening(one)
    const strokes = (from === 'older' ? bare.gone : bare.fresh).filter((stroke) => isInBand(band, middleOf(stroke)))
    const by = shift(strokes, from, FARTHEST_DOOR_MM)
    if (!by || Math.abs(dot(by, leftOf(one.u))) > SAME_MM) return null
    const there = { ...one, at: { x: one.at.x + by.x, y: one.at.y + by.y } }
    for (const other of others) if (distance(other.at, there.at) < other.widthMm / 2) others.delete(other)
    const way = from === 'older' ? by : scale(by, -1)
    const line = lineOf(from === 'older' ? one : there)
    return { ...plain, kind: 'moved', subject: one.use, by: way, line, bands: [band, bandOfOpening(there)] }
  }
  for (const [own, from, others] of [
    [before, 'older', after],
    [after, 'newer', before],
  ] as const)
    for (const one of [...own].filter(shows)) {
      const change = seenToMove(one, from, others)
      if (!change) continue
      own.delete(one)
      changes.push(change)
    }
  const rest = (kind: ChangeKind, openings: Iterable<OpeningOn>) =>
    [...openings].filter(shows).map((opening): PlanChange => {
      const { use } = opening
      return { ...plain, kind, subject: use, line: lineOf(opening), bands: [bandOfOpening(opening)] }
    })
  return [...changes, ...rest('gone', before), ...rest('new', after)]
}

/** An opening along its wall, from jamb to jamb. */
const lineOf = ({ at, u, widthMm }: OpeningOn): Stroke => ({
  start: add(at, scale(u, -widthMm / 2)),
  end: add(at, scale(u, widthMm / 2)),
})

const isOnLine = (a: OpeningOn, b: OpeningOn): boolean =>
  Math.abs(dot(a.u, leftOf(b.u))) < PARALLEL && Math.abs(dot(subtract(b.at, a.at), leftOf(a.u))) <= 2 * SAME_MM

/** How far a wall lies to the left of another one, and how much of the shorter lies beside it; null where they are not parallel. */
function beside(a: WallOn, b: WallOn): { readonly asideMm: number; readonly shared: number } | null {
  if (Math.abs(dot(a.u, leftOf(b.u))) > PARALLEL) return null
  const places = [b.start, b.end].map((p) => dot(subtract(p, a.start), a.u)).sort((s, t) => s - t)
  const shared = Math.min(a.sizeMm, places[1]!) - Math.max(0, places[0]!)
  const asideMm = dot(subtract(middle(b.start, b.end), a.start), leftOf(a.u))
  return { asideMm, shared: shared / Math.min(a.sizeMm, b.sizeMm) }
}

function wallChanges(older: BuiltOn, newer: BuiltOn, bare: BareStrokes): PlanChange[] {
  const [before, after] = [new Set(older.walls), new Set(newer.walls)]
  const changes: PlanChange[] = []
  const gone = (wall: WallOn) => lengthIn(bandOfWall(wall), bare.gone) > 0.8 * wall.sizeMm
  const fresh = (wall: WallOn) => lengthIn(bandOfWall(wall), bare.fresh) > 0.8 * wall.sizeMm
  const pairs = [...before].flatMap((a) =>
    [...after].flatMap((b) => {
      const found = beside(a, b)
      return found && found.shared > 0.5 ? [{ a, b, ...found }] : []
    }),
  )
  pairs.sort((x, y) => Math.abs(x.asideMm) - Math.abs(y.asideMm))
  const still = (a: WallOn, b: WallOn) => before.has(a) && after.has(b)
  for (const { a, b, asideMm } of pairs) {
    const thicker = b.thicknessMm - a.thicknessMm
    if (Math.abs(asideMm) > Math.abs(thicker) / 2 + SAME_MM) continue
    // Several pieces of one wall may stand for several pieces of another.
    if (!before.has(a) && !after.has(b)) continue
    before.delete(a)
    after.delete(b)
    if (Math.abs(thicker) > THICKER_MM && (gone(a) || lengthIn(bandOfWall(b), bare.fresh) > 0.8 * b.sizeMm))
      changes.push({
        kind: 'changed',
        subject: 'wall',
        by: null,
        line: a,
        beforeMm: a.thicknessMm,
        afterMm: b.thicknessMm,
        bands: [bandOfWall(a), bandOfWall(b)],
      })
  }
  for (const { a, b, asideMm } of pairs) {
    if (!still(a, b) || Math.abs(asideMm) > FARTHEST_WALL_MM || Math.abs(a.thicknessMm - b.thicknessMm) > THICKER_MM)
      continue
    if (!gone(a) || !fresh(b)) continue
    before.delete(a)
    after.delete(b)
    const half = scale(leftOf(a.u), asideMm / 2)
    const whole = a.sizeMm > b.sizeMm ? a : b
    const between = bandOfWall(whole, Math.abs(asideMm) / 2)
    changes.push({
      kind: 'moved',
      subject: 'wall',
      by: scale(leftOf(a.u), asideMm),
      line: a,
      beforeMm: null,
      afterMm: null,
      bands: [{ ...between, at: add(middle(a.start, a.end), half) }],
    })
  }
  const plain = { subject: 'wall' as const, by: null, beforeMm: null, afterMm: null }
  for (const wall of before)
    if (lengthIn(bandOfWall(wall), bare.gone) > BOTH_FACES * wall.sizeMm)
      changes.push({ ...plain, kind: 'gone', line: wall, bands: [bandOfWall(wall)] })
  for (const wall of after)
    if (lengthIn(bandOfWall(wall), bare.fresh) > BOTH_FACES * wall.sizeMm)
      changes.push({ ...plain, kind: 'new', line: wall, bands: [bandOfWall(wall)] })
  return changes
}
