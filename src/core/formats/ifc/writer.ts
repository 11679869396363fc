import type { Vector3 } from '../../geometry/space'
import type { Point } from '../../geometry/vector'
import { DERIVED, type Ref, StepData, type StepValue, type Typed, Whole, Word } from '../step/part21'
import { ifcGuid } from './guid'
import { northOf, type SiteFacts } from './north'
import type { IfcRelease } from './release'
import { type Look, styleOf } from './styles'

/** What is handed over, and by whom. */
export interface IfcHead {
  /** What tells the project from every other one, wherever it is kept; identifiers follow from it. */
  readonly projectId: string
  readonly name: string
  /** ISO 8601, to the second. */
  readonly madeAt: string
  readonly release?: IfcRelease
  readonly author?: string | undefined
  readonly organisation?: string | undefined
  readonly site?: SiteFacts | undefined
  /** The sheets that it was traced from, with the levels on which they lie. */
  readonly documents?: readonly { readonly id: string; readonly name: string; readonly levelId: string }[]
  /** The zero of the file, in model millimetres; the project's own where left out. */
  readonly zero?: Point
}

/** What a thing is called: its name, what kind of it it is, and its mark. */
export interface Called {
  readonly name: string
  readonly kind?: string
}

export type Axis = readonly [x: number, y: number, z: number]
const UP: Axis = [0, 0, 1]
export const ALONG: Axis = [1, 0, 0]

export const M2 = 1e6
export const M3 = 1e9

/** Where a thing stands within another, and how it is turned about the upright. */
export interface Stand {
  readonly ref: Ref
  readonly at: Point
  readonly along: Point
}

/** A place in the space of where a thing stands. */
export function within({ at, along }: Stand, { x, y }: Point): Point {
  const [dx, dy] = [x - at.x, y - at.y]
  return { x: dx * along.x + dy * along.y, y: dy * along.x - dx * along.y }
}

/** A length as names tell it. */
export const tidy = (mm: number): number => Math.round(mm * 10) / 10

/** What every part of the file is written with. Lengths in millimetres; places in model space unless said otherwise. */
export class IfcWriter {
  readonly data = new StepData()
  private readonly body: Ref
  private readonly axis: Ref
  readonly footprint: Ref
  readonly context: Ref
  /** Types and materials that are written already, by what tells them apart. */
  readonly types = new Map<string, Ref>()
  private readonly typed = new Map<Ref, Ref[]>()

  constructor(readonly head: IfcHead) {
    const { data } = this
    const world = this.place3(0, 0, 0)
    const north = data.share('IFCDIRECTION', [...northOf(head.site ?? {})])
    const context = data.add('IFCGEOMETRICREPRESENTATIONCONTEXT', undefined, 'Model', new Whole(3), 1e-5, world, north)
    const sub = (name: string, view: string) =>
      data.add(
        'IFCGEOMETRICREPRESENTATIONSUBCONTEXT',
        name,
        'Model',
        DERIVED,
        DERIVED,
        DERIVED,
        DERIVED,
        context,
        undefined,
        new Word(view),
        undefined,
      )
    this.body = sub('Body', 'MODEL_VIEW')
    this.axis = sub('Axis', 'GRAPH_VIEW')
    this.footprint = sub('FootPrint', 'PLAN_VIEW')
    this.context = context
  }

  /** Says which things are of which type; to be called once, when all are written. */
  tellTypes(): void {
    for (const [type, things] of this.typed)
      this.relation('IFCRELDEFINESBYTYPE', this.guid('typed', String(type.number)), things, type)
  }

  private readonly zones = new Map<string, Ref[]>()

  /** Puts a room into the zone of all that are used alike. */
  inZone(use: string, space: Ref): void {
    if (use) this.zones.set(use, [...(this.zones.get(use) ?? []), space])
  }

  /** Writes the zones (IfcZone); to be called once, when all rooms are written. */
  tellZones(): void {
    for (const [use, spaces] of this.zones) {
      const zone = this.data.add('IFCZONE', this.guid('zone', use), undefined, use, undefined, use, use)
      this.relation('IFCRELASSIGNSTOGROUP', this.guid('in zone', use), spaces, undefined, zone)
    }
  }

  /** The identifier of something by its own id, within this project. */
  guid(...parts: readonly string[]): string {
    return ifcGuid([this.head.projectId, ...parts].join(' '))
  }

  /** Whether the file is of the later release. */
  get is4x3(): boolean {
    return this.head.release === 'IFC4X3'
  }

  /** Lists of places have names for them in the later release; none are given. */
  get tags(): undefined[] {
    return this.is4x3 ? [undefined] : []
  }

  /** A place of the model from the zero of the file. */
  near<P extends Point>(p: P): P {
    const { x, y } = this.head.zero ?? { x: 0, y: 0 }
    return { ...p, x: p.x - x, y: p.y - y }
  }

  material(name: string): Ref {
    const key = `material ${name}`
    const made = this.types.get(key) ?? this.data.add('IFCMATERIAL', name, undefined, undefined)
    this.types.set(key, made)
    return made
  }

  /** Something that stands somewhere: every IfcProduct begins alike. */
  thing(
    type: string,
    guid: string,
    called: string | Called,
    place: Ref,
    shape: Ref | undefined,
    ...rest: readonly StepValue[]
  ): Ref {
    const { name, kind } = typeof called === 'string' ? { name: called, kind: undefined } : called
    return this.data.add(type, guid, undefined, name, undefined, kind, place, shape, ...rest)
  }

  relation(type: string, guid: string, ...rest: readonly StepValue[]): Ref {
    return this.data.add(type, guid, undefined, undefined, undefined, ...rest)
  }

  /** A relation that is named and described. */
  relation2(type: string, guid: string, name: string, about: string, ...rest: readonly StepValue[]): Ref {
    return this.data.add(type, guid, undefined, name, about, ...rest)
  }

  type(type: string, guid: string, name: string, ...rest: readonly StepValue[]): Ref {
    const unsaid = Array.from({ length: 6 }, () => undefined)
    return this.data.add(type, guid, undefined, name, ...unsaid, ...rest)
  }

  ofType(type: Ref, thing: Ref): void {
    this.typed.set(type, [...(this.typed.get(type) ?? []), thing])
  }

  named(word: string, aMm: number, bMm: number): string {
    return `${word} ${tidy(aMm)} x ${tidy(bMm)}`
  }

  aggregate(whole: Ref, parts: readonly Ref[], name: string): void {
    this.relation('IFCRELAGGREGATES', this.guid(name), whole, parts)
  }

  quantities(
    of: Ref,
    id: string,
    name: string,
    list: readonly (readonly [type: string, name: string, value: number])[],
  ): void {
    const { data } = this
    const refs = list.map(([type, key, value]) => data.add(type, key, undefined, undefined, value, undefined))
    const set = data.add('IFCELEMENTQUANTITY', this.guid(id, 'quantities'), undefined, name, undefined, undefined, refs)
    this.relation('IFCRELDEFINESBYPROPERTIES', this.guid(id, 'has quantities'), [of], set)
  }

  properties(of: Ref, id: string, name: string, list: readonly (readonly [name: string, value: Typed])[]): void {
    const { data } = this
    if (list.length === 0) return
    const refs = list.map(([key, value]) => data.add('IFCPROPERTYSINGLEVALUE', key, undefined, value, undefined))
    const set = data.add('IFCPROPERTYSET', this.guid(id, 'properties'), undefined, name, undefined, refs)
    this.relation('IFCRELDEFINESBYPROPERTIES', this.guid(id, 'has properties'), [of], set)
  }

  stand(within: Ref, at: Point, along: Point, upMm: number): Stand {
    const { x, y } = this.near(at)
    const ref = this.data.add('IFCLOCALPLACEMENT', within, this.place3(x, y, upMm, [along.x, along.y, 0]))
    return { ref, at, along }
  }

  /** @param made how: swept, swept and clipped, or cut out of one another */
  shape(
    solids: readonly Ref[],
    look: Look | null,
    line?: Ref,
    made: 'SweptSolid' | 'Clipping' | 'CSG' | 'Tessellation' = 'SweptSolid',
  ): Ref {
    const { data } = this
    const body = data.add('IFCSHAPEREPRESENTATION', this.body, 'Body', made, solids)
    const axis = line ? [data.add('IFCSHAPEREPRESENTATION', this.axis, 'Axis', 'Curve2D', [line])] : []
    if (look) for (const solid of solids) data.add('IFCSTYLEDITEM', solid, [styleOf(this, look)], undefined)
    return data.add('IFCPRODUCTDEFINITIONSHAPE', undefined, undefined, [...axis, body])
  }

  extrusion(profile: Ref, heightMm: number, upMm = 0): Ref {
    return this.data.add(
      'IFCEXTRUDEDAREASOLID',
      profile,
      this.place3(0, 0, upMm),
      this.data.share('IFCDIRECTION', UP as StepValue),
      heightMm,
    )
  }

  ring(ring: readonly Point[], stand: Stand): Ref {
    return this.data.add('IFCARBITRARYCLOSEDPROFILEDEF', new Word('AREA'), undefined, this.closed(ring, stand))
  }

  /** A ring with what is cut out of it. */
  rings(ring: readonly Point[], holes: readonly (readonly Point[])[], stand: Stand): Ref {
    if (holes.length === 0) return this.ring(ring, stand)
    return this.data.add(
      'IFCARBITRARYPROFILEDEFWITHVOIDS',
      new Word('AREA'),
      undefined,
      this.closed(ring, stand),
      holes.map((hole) => this.closed(hole, stand)),
    )
  }

  /** A closed line in the space of where a thing stands. */
  closed(ring: readonly Point[], stand: Stand): Ref {
    const points = ring.map((p) => within(stand, p)).map(({ x, y }) => this.point2(x, y))
    return this.data.add('IFCPOLYLINE', [...points, points[0]!])
  }

  direction3({ x, y, z }: Vector3): Ref {
    return this.data.share('IFCDIRECTION', [x, y, z])
  }

  /** A place turned in space: its z and its x, square to one another. */
  turned({ x, y, z }: Vector3, up: Vector3, along: Vector3): Ref {
    const { data } = this
    const at = data.share('IFCCARTESIANPOINT', [x, y, z])
    return data.share('IFCAXIS2PLACEMENT3D', at, this.direction3(up), this.direction3(along))
  }

  /** A circle about a place, as a line. */
  circle(x: number, y: number, radius: number): Ref {
    return this.data.add('IFCCIRCLE', this.place2(x, y), radius)
  }

  point2(x: number, y: number): Ref {
    return this.data.share('IFCCARTESIANPOINT', [x, y])
  }

  place2(x: number, y: number): Ref {
    return this.data.share('IFCAXIS2PLACEMENT2D', this.point2(x, y), undefined)
  }

  place3(x: number, y: number, z: number, along: Axis = ALONG): Ref {
    const { data } = this
    return data.share(
      'IFCAXIS2PLACEMENT3D',
      data.share('IFCCARTESIANPOINT', [x, y, z]),
      data.share('IFCDIRECTION', UP as StepValue),
      data.share('IFCDIRECTION', along as StepValue),
    )
  }
}
