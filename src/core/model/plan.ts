import RBush from 'rbush'
import { type Chain, ringChain } from '../draft/chain'
import { type Box, boxOf, EMPTY_BOX, grow, isEmpty, overlaps, unite } from '../geometry/box'
import { BoxIndex } from '../geometry/box-index'
import { boxOfPiece, boxOfPieces, distanceTo } from '../geometry/piece/measure'
import { endOf, type Piece, startOf } from '../geometry/piece/piece'
import type { Point } from '../geometry/vector'
import type { NearLine } from '../sheet/catch-index'
import { Flag } from '../sheet/linework'
import type { CatchGround, NearSpot } from '../snap/scene'
import type { LengthDisplay } from '../units/format'
import { type BuildingElement, isBuildingElement } from './building-shapes'
import { columnRing } from './column/shape'
import type { Insert } from './insert/schema'
import { layerOf } from './layer/schema'
import { levelOfElement } from './level/of-element'
import { levelIdOf, levelsOf, STOREY_MM, storeyHeightMm } from './level/schema'
import type { ProjectRecord } from './registry'
import type { Lettering, Spot, Surroundings } from './shape'
import { isShape, kindOf, type Shape, surroundingsOf } from './shapes'
import { type Boundary, boundariesAround, boundaryAround } from './space/boundary'
import type { Space } from './space/schema'
import { crossingsOf, standingParts } from './wall/crossings'
import { edgesOf, SAME_POINT_MM, wallOutlines } from './wall/joins'
import { type BuiltLayer, builtLayers } from './wall/layers'
import { tracedPiece } from './wall/line'
import type { Wall } from './wall/schema'
import { wallTypeOf } from './wall-type/schema'
import { frameOf, levelLinesOn, PLAN_FRAME } from './work-plane/frame'
import { type WorkPlane, workPlaneOf } from './work-plane/schema'

/** A shape with the geometry that follows from it. */
export interface PlannedShape {
  readonly shape: Shape
  readonly chains: readonly Chain[]
  readonly fills: readonly Chain[]
  readonly letters: readonly Lettering[]
  readonly spots: readonly Spot[]
  readonly box: Box
  /** Of what stands in space: from where to where out of the plane that is looked at it lies. */
  readonly depth: { readonly from: number; readonly to: number } | null
}

interface Item extends Box {
  readonly id: string
  /** Some pieces that follow one another. */
  readonly pieces: readonly Piece[]
  readonly spot: Spot | null
}

/** Pieces that stand for one another in the index: few enough to look at each, and a tenth of the work of indexing them apart. */
const GROUP = 8

const itemsOf = (id: string, pieces: readonly Piece[]): Item[] =>
  Array.from({ length: Math.ceil(pieces.length / GROUP) }, (_, i) => {
    const group = pieces.slice(i * GROUP, (i + 1) * GROUP)
    return { ...boxOfPieces(group), id, pieces: group, spot: null }
  })

/** From so many rooms on they are looked for at once, where they are so large a part of all: fewer are had sooner one by one. */
const MANY_ROOMS = 40
const MANY_PART = 0.15

/** Lines given back in one query at most. */
const MOST_NEAR = 48
/** Members that lie so far beneath a floor show on its plan. */
const BELOW_FLOOR_MM = 600
/** A letter is about this wide, in heights. */
const LETTER_WIDTH = 0.6

/**
 * The geometry of everything that is drawn, with an index over it. Kept beside the records and brought up to date with them:
 * only what changed, and what depends on it, is worked out anew.
 */
export class Plan implements CatchGround {
  private records: ReadonlyMap<string, ProjectRecord> = new Map()
  private aroundNow = surroundingsOf(new Map(), { unit: 'mm', precision: 0 })
  private readonly planned = new Map<string, PlannedShape>()
  private readonly items = new Map<string, Item[]>()
  private readonly dependents = new Map<string, Set<string>>()
  private outlinesNow = new Map<string, Point[]>()
  /** What stands of the walls through which others run. */
  private readonly crossed = new Map<string, readonly (readonly Point[])[]>()
  private tree = new RBush<Item>()
  private onlyLevel: string | null = null
  private readonly boundaries = new Map<string, Boundary | null>()

  /** The plan of records that stay as they are. @param levelId the level that is looked at; all where left out */
  static of(records: ReadonlyMap<string, ProjectRecord>, display: LengthDisplay, levelId: string | null = null): Plan {
    const plan = new Plan()
    plan.lookAt(levelId)
    plan.update(records, display)
    return plan
  }

  /** The level whose elements show and can be caught; null for all. */
  get levelId(): string | null {
    return this.onlyLevel
  }

  lookAt(levelId: string | null): void {
    if (levelId === this.onlyLevel) return
    this.onlyLevel = levelId
    this.version++
    this.lookFrom(this.records)
  }

  /** Takes the plane that is looked at; what stands in space is worked out anew where it is another one. */
  private lookFrom(records: ReadonlyMap<string, ProjectRecord>): void {
    const frame = this.onlyLevel === null ? PLAN_FRAME : frameOf(this.onlyLevel, records)
    if (frame === this.aroundNow.frame) return
    this.aroundNow = surroundingsOf(records, this.aroundNow.display, frame)
    for (const [id, { shape }] of this.planned) if (kindOf(shape).depth) this.due.add(id)
  }

  /** What encloses a room; null where it is open. Worked out when it is first asked for after a change around it. */
  boundaryOf(space: Space): Boundary | null {
    if (!this.boundaries.has(space.id)) this.encloseLevel(levelIdOf(space))
    const known = this.boundaries.get(space.id)
    if (known !== undefined) return known
    const found = this.enclosureOf(space)
    this.boundaries.set(space.id, found)
    return found
  }

  /** What would enclose a room at a place. */
  enclosureOf({ at, levelId }: Pick<Space, 'at' | 'levelId'>): Boundary | null {
    const lines = (box: Box) =>
      this.standingOn(levelId, this.within(box))
        .flatMap((planned) => this.enclosingLines(planned))
        .filter((piece) => overlaps(boxOfPiece(piece), box))
    return boundaryAround(at, lines, this.outlinesOn(levelId), this.builtExtent())
  }

  /** Levels whose rooms were all looked for at once, and not many of them forgotten since. */
  private readonly enclosed = new Set<string>()

  /** Looks for all rooms of a level at once, where there are many: lines are cut where they meet only once then. */
  private encloseLevel(levelId: string): void {
    if (this.enclosed.has(levelId)) return
    this.enclosed.add(levelId)
    const all = this.standingOn(levelId, this.planned.values())
    const known = all.flatMap(({ shape }) => (shape.kind === 'space' ? [shape] : []))
    const rooms = known.filter(({ id }) => !this.boundaries.has(id))
    if (rooms.length < Math.max(MANY_ROOMS, MANY_PART * known.length)) return
    const lines = all.flatMap((planned) => this.enclosingLines(planned))
    const points = rooms.map(({ at }) => at)
    const found = boundariesAround(points, lines, this.outlinesOn(levelId))
    for (const [i, { id }] of rooms.entries()) this.boundaries.set(id, found[i]!)
  }

  private standingOn(levelId: string | undefined, some: Iterable<PlannedShape>): PlannedShape[] {
    return [...some].filter(({ shape }) => isBuildingElement(shape) && levelOfElement(shape, this.records) === levelId)
  }

  /** The lines of something by which a room can be enclosed. */
  private enclosingLines({ shape, chains }: PlannedShape): readonly Piece[] {
    if (shape.kind === 'wall') return this.ringsOf(shape.id).flatMap((ring) => ringChain(ring).pieces)
    return shape.kind === 'separator' ? chains.flatMap(({ pieces }) => pieces) : []
  }

  /** Outlines of a level that come into a box: what stands free in a room is taken off it. */
  private outlinesOn(levelId: string | undefined) {
    return (box: Box): (readonly Point[])[] =>
      this.standingOn(levelId, this.within(box)).flatMap(({ shape }) =>
        shape.kind === 'column'
          ? [columnRing(shape)]
          : [this.outlinesNow.get(shape.id) ?? []].filter((ring) => ring.length > 0),
      )
  }

  private extentNow: { readonly version: number; readonly box: Box } | null = null

  /** A box around all that can enclose a room. */
  private builtExtent(): Box {
    if (this.extentNow?.version === this.version) return this.extentNow.box
    const box = [...this.planned.values()].reduce(
      (all, { shape, box: own }) => (shape.kind === 'wall' || shape.kind === 'separator' ? unite(all, own) : all),
      EMPTY_BOX,
    )
    this.extentNow = { version: this.version, box }
    return box
  }

  /** Counts the states, for who keeps a picture of one. */
  version = 0

  get shapes(): ReadonlyMap<string, PlannedShape> {
    return this.planned
  }

  /** Outlines of walls, joined at their corners. */
  get outlines(): ReadonlyMap<string, readonly Point[]> {
    return this.outlinesNow
  }

  /** What stands of a wall: its outline, or several rings where others run through it. */
  ringsOf(id: string): readonly (readonly Point[])[] {
    const outline = this.outlinesNow.get(id)
    return this.crossed.get(id) ?? (outline ? [outline] : [])
  }

  /** What stands of the walls that show. */
  shownOutlines(): (readonly Point[])[] {
    return [...this.outlinesNow.keys()].flatMap((id) => (this.shows(this.planned.get(id)!) ? this.ringsOf(id) : []))
  }

  /** What stands on one level, whichever is worked on; without what stands on every level. */
  onLevel(levelId: string): PlannedShape[] {
    return [...this.planned.values()].filter(
      ({ shape }) =>
        isBuildingElement(shape) && !kindOf(shape).everyLevel && levelOfElement(shape, this.records) === levelId,
    )
  }

  get around(): Surroundings {
    return this.aroundNow
  }

  /** What is still to be worked out. */
  private readonly due = new Set<string>()

  /**
   * Brings the geometry up to date.
   * @param budgetMs after which the rest is left for the next call; without end where left out, 0 only to take the records in
   * @returns whether all is done
   */
  update(records: ReadonlyMap<string, ProjectRecord>, display: Surroundings['display'], budgetMs = Infinity): boolean {
    const { unit, precision } = this.aroundNow.display
    const relabelled = unit !== display.unit || precision !== display.precision
    if (records !== this.records || relabelled) {
      const changed = this.changedSince(records)
      if (relabelled) for (const [id, { shape }] of this.planned) if (shape.kind === 'dimension') changed.add(id)
      this.records = records
      this.aroundNow = surroundingsOf(records, display, this.aroundNow.frame)
      this.lookFrom(records)
      for (const id of this.withDependents(changed)) this.due.add(id)
    }
    return this.due.size === 0 || (budgetMs > 0 && this.catchUp(budgetMs))
  }

  private catchUp(budgetMs: number): boolean {
    this.version++
    const until = budgetMs === Infinity ? Infinity : Date.now() + budgetMs
    const gone: Item[] = []
    const fresh: Item[] = []
    const walls = new Set<string>()
    let count = 0
    for (const id of this.due) {
      this.due.delete(id)
      gone.push(...(this.items.get(id) ?? []))
      const wasWall = this.outlinesNow.has(id)
      fresh.push(...this.plan(id))
      if (wasWall || this.planned.get(id)?.shape.kind === 'wall') walls.add(id)
      if (++count % 256 === 0 && Date.now() > until) break
    }
    if (walls.size > 0) {
      const joined = this.joinWalls(walls)
      gone.push(...joined.gone)
      fresh.push(...joined.fresh)
    }
    this.reindex(gone, fresh)
    this.forgetBoundaries([...gone, ...fresh])
    return this.due.size === 0
  }

  /** Rooms that a change may touch are looked for anew: those whose edge it meets, and those that are open. */
  private forgetBoundaries(changed: readonly Item[]): void {
    if (this.boundaries.size === 0 || changed.length === 0) return
    const touched = new BoxIndex(changed)
    let forgotten = 0
    for (const [id, boundary] of this.boundaries)
      if (!boundary || !this.planned.has(id) || touched.near(boxOf(boundary.ring), 0).length > 0) {
        this.boundaries.delete(id)
        forgotten++
      }
    if (forgotten >= MANY_ROOMS) this.enclosed.clear()
  }

  /** Takes items out of the index and others in; all anew where that is less work. */
  private reindex(gone: readonly Item[], fresh: Item[]): void {
    if (gone.length > 2000 && gone.length > this.tree.all().length / 4) {
      this.tree = new RBush<Item>().load([...this.items.values()].flat())
      return
    }
    for (const item of gone) this.tree.remove(item)
    this.tree.load(fresh)
  }

  /** Ids of records that differ. */
  private changedSince(records: ReadonlyMap<string, ProjectRecord>): Set<string> {
    const changed = new Set<string>()
    for (const [id, record] of records) if (this.records.get(id) !== record) changed.add(id)
    for (const id of this.records.keys()) if (!records.has(id)) changed.add(id)
    return changed
  }

  private withDependents(changed: ReadonlySet<string>): Set<string> {
    const all = new Set(changed)
    // A set that grows while it is walked is walked to its end.
    for (const id of all) for (const each of this.dependents.get(id) ?? []) all.add(each)
    return all
  }

  /** Works one record out. @returns its items for the index */
  private plan(id: string): Item[] {
    const former = this.planned.get(id)?.shape
    if (former) for (const needed of kindOf(former).needs?.(former) ?? []) this.dependents.get(needed)?.delete(id)
    this.planned.delete(id)
    this.items.delete(id)
    this.boundaries.delete(id)
    const record = this.records.get(id)
    const shape = record && isShape(record) ? record : null
    if (!shape) return []
    const kind = kindOf(shape)
    for (const needed of kind.needs?.(shape) ?? [])
      this.dependents.set(needed, (this.dependents.get(needed) ?? new Set()).add(id))
    const chains = kind.chains(shape, this.around)
    const letters = kind.letters?.(shape, this.around) ?? []
    const spots = kind.spots?.(shape, this.around) ?? []
    const pieces = chains.flatMap((chain) => chain.pieces)
    const box = [
      boxOfPieces(pieces),
      boxOf(kind.grips(shape, this.around)),
      ...letters.map(({ at, text, heightMm }) => grow(boxOf([at]), heightMm * Math.max(1, text.length * LETTER_WIDTH))),
    ].reduce(unite)
    const fills = kind.fills?.(shape, this.around) ?? []
    this.planned.set(id, { shape, chains, letters, spots, fills, box, depth: kind.depth?.(shape, this.around) ?? null })
    // A wall is indexed once it is joined, with its faces.
    if (shape.kind === 'wall') return []
    const items = [
      ...itemsOf(id, pieces),
      ...spots.map((spot): Item => ({ ...boxOf([spot.at]), id, pieces: [], spot })),
    ]
    this.items.set(id, items)
    return items
  }

  private wallOf(id: string): Wall | null {
    const shape = this.planned.get(id)?.shape
    return shape?.kind === 'wall' ? shape : null
  }

  /** Walls whose lines or faces come near a box, of those that are indexed. */
  private wallsNear(box: Box): Wall[] {
    return [...new Set(this.tree.search(box).map(({ id }) => id))].flatMap((id) => this.wallOf(id) ?? [])
  }

  /** The outline that a wall would have if it stood on the plan, joined with those that it meets. */
  outlineWith(wall: Wall): readonly Point[] | undefined {
    const near = this.wallsNear(grow(boxOfPiece(tracedPiece(wall)), wall.thicknessMm + 2 * SAME_POINT_MM))
    return wallOutlines([...near.filter(({ id }) => id !== wall.id), wall]).get(wall.id)
  }

  /** Layers of the walls that show in a box, of those that have a type. */
  layersIn(box: Box): BuiltLayer[] {
    const typed = this.wallsNear(box).flatMap((wall) => {
      const type = wallTypeOf(wall, this.records)
      const rings = this.ringsOf(wall.id)
      return type && rings.length > 0 && this.shows(this.planned.get(wall.id)!) ? [{ wall, type, rings }] : []
    })
    return [...builtLayers(typed).values()].flat()
  }

  /** Where a wall lies or lay, with what may meet it. */
  private reachOf(id: string): Box {
    const wall = this.wallOf(id)
    const line = wall ? grow(boxOfPiece(tracedPiece(wall)), wall.thicknessMm) : EMPTY_BOX
    return grow(unite(line, boxOf(this.outlinesNow.get(id) ?? [])), 2 * SAME_POINT_MM)
  }

  /**
   * The walls whose outlines a change touches, and those that these are joined with. All of them where most are touched.
   * @param changed ids of walls that are new, changed or gone
   */
  private touchedBy(changed: ReadonlySet<string>): { touched: readonly Wall[]; around: readonly Wall[] } {
    if (changed.size > this.outlinesNow.size / 8) {
      const all = [...this.planned.values()].flatMap(({ shape }) => (shape.kind === 'wall' ? [shape] : []))
      return { touched: all, around: [] }
    }
    const own = [...changed].flatMap((id) => this.wallOf(id) ?? [])
    const touched = new Set([...own, ...[...changed].flatMap((id) => this.wallsNear(this.reachOf(id)))])
    const around = new Set([...touched].flatMap(({ id }) => this.wallsNear(this.reachOf(id))))
    return { touched: [...touched], around: [...around].filter((wall) => !touched.has(wall)) }
  }

  /** Joins walls that changed with their neighbours. @returns items that leave the index and that come into it */
  private joinWalls(changed: ReadonlySet<string>): { gone: Item[]; fresh: Item[] } {
    const { touched, around } = this.touchedBy(changed)
    const joined = wallOutlines([...touched, ...around])
    const before = this.outlinesNow
    this.outlinesNow = new Map(before)
    for (const id of changed) {
      this.outlinesNow.delete(id)
      this.crossed.delete(id)
    }
    const through = crossingsOf([...touched, ...around])
    const gone: Item[] = []
    const fresh: Item[] = []
    for (const wall of touched) {
      const ring = joined.get(wall.id) ?? []
      const indexed = this.items.get(wall.id)
      const former = before.get(wall.id)
      const parts = this.stand(wall.id, ring, through.get(wall.id))
      const same = former !== undefined && isSameRing(ring, former) && !parts.changed
      // Who keeps something for an outline keeps it for as long as the outline stays.
      if (ring.length > 0) this.outlinesNow.set(wall.id, same ? former : ring)
      if (indexed && same) continue
      gone.push(...(indexed ?? []))
      const edges = this.ringsOf(wall.id).flatMap((part) => edgesOf(wall, part))
      const items = itemsOf(wall.id, [tracedPiece(wall), ...edges])
      this.items.set(wall.id, items)
      fresh.push(...items)
      const planned = this.planned.get(wall.id)!
      this.planned.set(wall.id, { ...planned, box: unite(planned.box, boxOf(ring)) })
    }
    return { gone, fresh }
  }

  /** Notes what stands of a wall beside those that run through it. @returns whether that is other than before */
  private stand(
    id: string,
    ring: readonly Point[],
    through: Parameters<typeof standingParts>[1] = [],
  ): { changed: boolean } {
    const former = this.crossed.get(id)
    const parts = through.length > 0 ? standingParts(ring, through) : null
    const same =
      parts && former && parts.length === former.length && parts.every((part, i) => isSameRing(part, former[i]!))
    if (same || (!parts && !former)) return { changed: false }
    if (parts) this.crossed.set(id, parts)
    else this.crossed.delete(id)
    return { changed: true }
  }

  /** Whether a shape shows: its layer is switched on, and it lies on the plane that is looked at, or near it. */
  shows({ shape, depth }: PlannedShape): boolean {
    if (!isBuildingElement(shape))
      return (
        layerOf(this.records, shape.layerId).visible && (shape.planeId ?? null) === (this.plane ? this.levelId : null)
      )
    if (this.levelId === null) return depth !== null || !this.liesOnPlane(shape)
    // A part has a space of its own.
    if (this.plane?.partId) return false
    if (depth) return this.reaches(depth)
    if (this.plane) return false
    return kindOf(shape).everyLevel === true || levelOfElement(shape, this.records) === this.levelId
  }

  /** The work plane that is looked at; null on a level. */
  private get plane(): WorkPlane | null {
    return this.levelId === null ? null : workPlaneOf(this.levelId, this.records)
  }

  private liesOnPlane(element: BuildingElement): boolean {
    return workPlaneOf(levelOfElement(element, this.records), this.records) !== null
  }

  /** Whether what stands in space comes near enough to the plane that is looked at. */
  private reaches({ from, to }: { readonly from: number; readonly to: number }): boolean {
    const plane = this.plane
    if (plane) return from <= plane.beforeMm && to >= -plane.behindMm
    const levels = levelsOf(this.records)
    const level = levels.find(({ id }) => id === this.levelId)
    return from < (level ? storeyHeightMm(level, levels) : STOREY_MM) && to > -BELOW_FLOOR_MM
  }

  /** Whether a shape may be picked and changed. */
  isFree(planned: PlannedShape): boolean {
    const { shape } = planned
    return this.shows(planned) && (isBuildingElement(shape) || !layerOf(this.records, shape.layerId).locked)
  }

  lines(p: Point, reach: number): NearLine[] {
    const found = this.levelLines(p, reach)
    for (const { id, pieces } of this.tree.search(grow(boxOf([p]), reach))) {
      const planned = this.planned.get(id)
      if (!planned || !kindOf(planned.shape).caught || !this.shows(planned)) continue
      for (const piece of pieces) {
        if (found.length >= MOST_NEAR) return found
        if (distanceTo(piece, p) <= reach)
          found.push({ item: 0, flags: 0, start: startOf(piece), end: endOf(piece), piece, on: id })
      }
    }
    return found
  }

  /** The levels where they cross the work plane that is looked at: lines without ends, as far as they are near. */
  private levelLines(p: Point, reach: number): NearLine[] {
    if (!this.plane || this.plane.partId) return []
    return levelLinesOn(this.around.frame, this.records)
      .filter(({ y }) => Math.abs(y - p.y) <= reach)
      .map(({ level, y }) => {
        const [start, end] = [
          { x: p.x - 2 * reach, y },
          { x: p.x + 2 * reach, y },
        ]
        const piece: Piece = { kind: 'segment', start, end }
        return { item: 0, flags: Flag.cutStart | Flag.cutEnd, start, end, piece, on: level.id }
      })
  }

  spots(p: Point, reach: number): NearSpot[] {
    return this.tree.search(grow(boxOf([p]), reach)).flatMap(({ id, spot }) => {
      const planned = this.planned.get(id)
      return spot && planned && this.shows(planned) ? [{ ...spot, on: id }] : []
    })
  }

  /** Every place of a symbol. */
  insertsOf(symbolId: string): Insert[] {
    return [...(this.dependents.get(symbolId) ?? [])].flatMap((id) => {
      const shape = this.planned.get(id)?.shape
      return shape?.kind === 'insert' ? [shape] : []
    })
  }

  /** Shapes whose lines come into a box, whatever their layer. */
  within(box: Box): PlannedShape[] {
    const ids = new Set(this.tree.search(box).map(({ id }) => id))
    return [...ids].flatMap((id) => this.planned.get(id) ?? [])
  }

  /** Everything that can be cut with or traced along in a box: lines of shown shapes, and faces of walls. */
  piecesWithin(box: Box, besides: ReadonlySet<string> = new Set()): Piece[] {
    return this.tree.search(box).flatMap(({ id, pieces }) => {
      const planned = this.planned.get(id)
      if (!planned || besides.has(id) || !kindOf(planned.shape).caught || !this.shows(planned)) return []
      return pieces.filter((piece) => overlaps(boxOfPiece(piece), box))
    })
  }

  /** The box around everything that shows. */
  box(): Box {
    return [...this.planned.values()]
      .filter((planned) => this.shows(planned) && !isEmpty(planned.box))
      .map(({ box }) => box)
      .reduce(unite, { minX: Infinity, minY: Infinity, maxX: -Infinity, maxY: -Infinity })
  }
}

const isSameRing = (a: readonly Point[], b: readonly Point[] | undefined): boolean =>
  b !== undefined && a.length === b.length && a.every((p, i) => p.x === b[i]!.x && p.y === b[i]!.y)
