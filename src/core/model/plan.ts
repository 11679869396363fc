import RBush from 'rbush'
import type { Chain } from '../draft/chain'
import { type Box, boxOf, grow, intersect, isEmpty, unite } from '../geometry/box'
import { boxOfPiece, boxOfPieces, distanceTo } from '../geometry/piece/measure'
import { endOf, type Piece, segment, startOf } from '../geometry/piece/piece'
import type { Point } from '../geometry/vector'
import type { NearLine } from '../snap/catch-index'
import type { CatchGround, NearSpot } from '../snap/scene'
import { layerOf } from './layer/schema'
import type { ProjectRecord } from './registry'
import type { Lettering, Spot, Surroundings } from './shape'
import { isShape, kindOf, type Shape, surroundingsOf } from './shapes'
import { wallOutlines } from './wall/joins'

/** A shape with the geometry that follows from it. */
export interface PlannedShape {
  readonly shape: Shape
  readonly chains: readonly Chain[]
  readonly fills: readonly Chain[]
  readonly letters: readonly Lettering[]
  readonly spots: readonly Spot[]
  readonly box: Box
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

/** Lines given back in one query at most. */
const MOST_NEAR = 48
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
  private tree = new RBush<Item>()
  /** Counts the states, for who keeps a picture of one. */
  version = 0

  get shapes(): ReadonlyMap<string, PlannedShape> {
    return this.planned
  }

  /** Outlines of walls, joined at their corners. */
  get outlines(): ReadonlyMap<string, readonly Point[]> {
    return this.outlinesNow
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
      this.aroundNow = surroundingsOf(records, display)
      for (const id of this.withDependents(changed)) this.due.add(id)
    }
    return this.due.size === 0 || (budgetMs > 0 && this.catchUp(budgetMs))
  }

  private catchUp(budgetMs: number): boolean {
    this.version++
    const until = budgetMs === Infinity ? Infinity : Date.now() + budgetMs
    const gone: Item[] = []
    const fresh: Item[] = []
    let wallsChanged = false
    let count = 0
    for (const id of this.due) {
      this.due.delete(id)
      gone.push(...(this.items.get(id) ?? []))
      const wasWall = this.outlinesNow.has(id)
      const items = this.plan(id)
      fresh.push(...items)
      wallsChanged ||= wasWall || this.planned.get(id)?.shape.kind === 'wall'
      if (++count % 256 === 0 && Date.now() > until) break
    }
    // Joined walls stand with their faces in the index.
    if (wallsChanged) {
      const joined = this.joinWalls()
      gone.push(...joined.gone)
      fresh.push(...joined.fresh)
    }
    const freshNow = new Set(fresh)
    this.reindex(
      gone,
      [...freshNow].filter((item) => this.items.get(item.id)?.includes(item)),
    )
    return this.due.size === 0
  }

  /** Takes items out of the index and others in; all anew where that is less work. */
  private reindex(gone: readonly Item[], fresh: readonly Item[]): void {
    if (gone.length > 2000 && gone.length > this.tree.all().length / 4) {
      this.tree = new RBush<Item>().load([...this.items.values()].flat())
      return
    }
    for (const item of gone) this.tree.remove(item)
    this.tree.load(fresh as Item[])
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
    this.planned.set(id, { shape, chains, letters, spots, fills: kind.fills?.(shape, this.around) ?? [], box })
    const items = [
      ...itemsOf(id, pieces),
      ...spots.map((spot): Item => ({ ...boxOf([spot.at]), id, pieces: [], spot })),
    ]
    this.items.set(id, items)
    return items
  }

  /** Joins all walls anew. @returns items that leave the index and that come into it */
  private joinWalls(): { gone: Item[]; fresh: Item[] } {
    const walls = [...this.planned.values()].flatMap(({ shape }) => (shape.kind === 'wall' ? [shape] : []))
    const before = this.outlinesNow
    this.outlinesNow = wallOutlines(walls)
    const gone: Item[] = []
    const fresh: Item[] = []
    for (const wall of walls) {
      const ring = this.outlinesNow.get(wall.id) ?? []
      const indexed = this.items.get(wall.id)?.reduce((sum, { pieces }) => sum + pieces.length, 0)
      if (isSameRing(ring, before.get(wall.id)) && indexed === ring.length + 1) continue
      gone.push(...(this.items.get(wall.id) ?? []))
      const faces = ring.map((p, i) => segment(p, ring[(i + 1) % ring.length]!))
      const items = itemsOf(wall.id, [segment(wall.start, wall.end), ...faces])
      this.items.set(wall.id, items)
      fresh.push(...items)
      const planned = this.planned.get(wall.id)!
      this.planned.set(wall.id, { ...planned, box: unite(planned.box, boxOf(ring)) })
    }
    return { gone, fresh }
  }

  /** Whether a shape shows: its layer is switched on. */
  shows({ shape }: PlannedShape): boolean {
    return shape.kind === 'wall' || layerOf(this.records, shape.layerId).visible
  }

  /** Whether a shape may be picked and changed. */
  isFree(planned: PlannedShape): boolean {
    const { shape } = planned
    return this.shows(planned) && (shape.kind === 'wall' || !layerOf(this.records, shape.layerId).locked)
  }

  lines(p: Point, reach: number): NearLine[] {
    const found: NearLine[] = []
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

  spots(p: Point, reach: number): NearSpot[] {
    return this.tree.search(grow(boxOf([p]), reach)).flatMap(({ id, spot }) => {
      const planned = this.planned.get(id)
      return spot && planned && this.shows(planned) ? [{ ...spot, on: id }] : []
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
      return pieces.filter((piece) => !isEmpty(intersect(boxOfPiece(piece), box)))
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
