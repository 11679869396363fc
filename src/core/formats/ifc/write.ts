import type { Building, BuiltLevel, BuiltOpening, BuiltRoom, BuiltWall } from '../../building/building'
import { flatten } from '../../geometry/piece/measure'
import { area } from '../../geometry/polygon'
import type { Point } from '../../geometry/vector'
import { faceOffsets } from '../../model/wall/geometry'
import { tracedPiece } from '../../model/wall/line'
import type { LayerUse } from '../../model/wall-type/schema'
import { ifcGuid } from './guid'
import { DERIVED, quoted, type Ref, StepData, type StepValue, Typed, Whole, Word } from './step'

/** What is handed over, and by whom. */
export interface IfcHead {
  readonly projectId: string
  readonly name: string
  /** ISO 8601, to the second. */
  readonly madeAt: string
}

type Axis = readonly [x: number, y: number, z: number]
const UP: Axis = [0, 0, 1]
const ALONG: Axis = [1, 0, 0]

const M2 = 1e6
const M3 = 1e9

/**
 * A building as IFC 4 (ISO 16739-1:2018, reference view geometry): lengths in millimetres, areas and volumes in metres.
 * Every element stands in a place of its own, walls along their traced line, as extrusions that others can edit.
 */
export function writeIfc(building: Building, head: IfcHead): string {
  const file = new IfcFile(head)
  file.building(building)
  return [
    'ISO-10303-21;',
    'HEADER;',
    "FILE_DESCRIPTION(('ViewDefinition [ReferenceView_V1.2]'),'2;1');",
    `FILE_NAME(${quoted(`${head.name}.ifc`)},${quoted(head.madeAt)},(''),(''),'Calque','Calque','');`,
    "FILE_SCHEMA(('IFC4'));",
    'ENDSEC;',
    'DATA;',
    file.data.text(),
    'ENDSEC;',
    'END-ISO-10303-21;',
    '',
  ].join('\n')
}

/** Where a thing stands within another, and how it is turned about the upright. */
interface Stand {
  readonly ref: Ref
  readonly at: Point
  readonly along: Point
}

class IfcFile {
  readonly data = new StepData()
  private readonly body: Ref
  private readonly axis: Ref
  private readonly context: Ref
  private readonly types = new Map<string, Ref>()
  private readonly typed = new Map<Ref, Ref[]>()

  constructor(private readonly head: IfcHead) {
    const { data } = this
    const world = this.place3(0, 0, 0)
    const north = data.share('IFCDIRECTION', [0, 1])
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
    this.context = context
  }

  private guid(...parts: readonly string[]): string {
    return ifcGuid(parts.length === 1 ? parts[0]! : parts.join(' '))
  }

  building({ levels }: Building): void {
    const { data, head } = this
    const si = (kind: string, prefix: string | undefined, name: string) =>
      data.add(
        'IFCSIUNIT',
        DERIVED,
        new Word(kind),
        prefix === undefined ? undefined : new Word(prefix),
        new Word(name),
      )
    const units = data.add('IFCUNITASSIGNMENT', [
      si('LENGTHUNIT', 'MILLI', 'METRE'),
      si('AREAUNIT', undefined, 'SQUARE_METRE'),
      si('VOLUMEUNIT', undefined, 'CUBIC_METRE'),
      si('PLANEANGLEUNIT', undefined, 'RADIAN'),
    ])
    const project = data.add(
      'IFCPROJECT',
      this.guid(head.projectId, 'project'),
      undefined,
      head.name,
      undefined,
      undefined,
      undefined,
      undefined,
      [this.context],
      units,
    )
    const sitePlace = data.add('IFCLOCALPLACEMENT', undefined, this.place3(0, 0, 0))
    const site = this.thing(
      'IFCSITE',
      this.guid(head.projectId, 'site'),
      'Site',
      sitePlace,
      undefined,
      undefined,
      new Word('ELEMENT'),
      undefined,
      undefined,
      undefined,
      undefined,
      undefined,
    )
    const place = data.add('IFCLOCALPLACEMENT', sitePlace, this.place3(0, 0, 0))
    const building = this.thing(
      'IFCBUILDING',
      this.guid(head.projectId, 'building'),
      head.name,
      place,
      undefined,
      undefined,
      new Word('ELEMENT'),
      undefined,
      undefined,
      undefined,
    )
    this.aggregate(project, [site], 'site of project')
    this.aggregate(site, [building], 'building of site')
    this.aggregate(
      building,
      levels.map((level) => this.storey(level, place)),
      'storeys of building',
    )
    for (const [type, things] of this.typed)
      this.relation('IFCRELDEFINESBYTYPE', this.guid(head.projectId, 'typed', String(type.number)), things, type)
  }

  private storey(built: BuiltLevel, within: Ref): Ref {
    const { data } = this
    const { level, walls, columns, slabs, rooms } = built
    const place = data.add('IFCLOCALPLACEMENT', within, this.place3(0, 0, level.elevationMm))
    const storey = this.thing(
      'IFCBUILDINGSTOREY',
      this.guid(level.id === 'level-0' ? `${this.head.projectId} ${level.id}` : level.id),
      level.name,
      place,
      undefined,
      undefined,
      new Word('ELEMENT'),
      level.elevationMm,
    )
    this.quantities(storey, level.id, 'Qto_BuildingStoreyBaseQuantities', [
      ['IFCQUANTITYLENGTH', 'GrossHeight', built.heightMm],
    ])
    const zero = level.elevationMm
    const elements = [
      ...walls.flatMap((wall) => this.wall(wall, place, zero)),
      ...columns.map(({ column, ring, footMm, heightMm }) => {
        const stand = this.stand(place, column.at, { x: 1, y: 0 }, footMm - zero)
        const shape = this.shape([this.extrusion(this.ring(ring, stand), heightMm)])
        const ref = this.thing(
          'IFCCOLUMN',
          this.guid(column.id),
          this.named('Column', column.widthMm, column.depthMm),
          stand.ref,
          shape,
          undefined,
          new Word('COLUMN'),
        )
        this.quantities(ref, column.id, 'Qto_ColumnBaseQuantities', [
          ['IFCQUANTITYLENGTH', 'Length', heightMm],
          ['IFCQUANTITYAREA', 'CrossSectionArea', area(ring) / M2],
          ['IFCQUANTITYVOLUME', 'NetVolume', (area(ring) * heightMm) / M3],
        ])
        return ref
      }),
      ...slabs.map(({ slab, footMm, areaMm2 }) => {
        const stand = this.stand(place, slab.ring[0]!, { x: 1, y: 0 }, footMm - zero)
        const shape = this.shape([this.extrusion(this.ring(slab.ring, stand), slab.thicknessMm)])
        const ref = this.thing(
          'IFCSLAB',
          this.guid(slab.id),
          `Slab ${slab.thicknessMm}`,
          stand.ref,
          shape,
          undefined,
          new Word('FLOOR'),
        )
        this.quantities(ref, slab.id, 'Qto_SlabBaseQuantities', [
          ['IFCQUANTITYLENGTH', 'Depth', slab.thicknessMm],
          ['IFCQUANTITYAREA', 'NetArea', areaMm2 / M2],
          ['IFCQUANTITYVOLUME', 'NetVolume', (areaMm2 * slab.thicknessMm) / M3],
        ])
        return ref
      }),
    ]
    if (elements.length > 0)
      this.relation('IFCRELCONTAINEDINSPATIALSTRUCTURE', this.guid(level.id, 'contains'), elements, storey)
    const spaces = rooms.flatMap((room) => this.space(room, place, zero))
    if (spaces.length > 0) this.aggregate(storey, spaces, `spaces of ${level.id}`)
    return storey
  }

  /** A wall with its openings and what fills them. @returns all that stands on the storey */
  private wall(built: BuiltWall, storey: Ref, zeroMm: number): Ref[] {
    const { data } = this
    const { wall, outline, footMm, heightMm, openings } = built
    const size = Math.hypot(wall.end.x - wall.start.x, wall.end.y - wall.start.y)
    const along = { x: (wall.end.x - wall.start.x) / size, y: (wall.end.y - wall.start.y) / size }
    const stand = this.stand(storey, wall.start, along, footMm - zeroMm)
    const traced = flatten(tracedPiece(wall), AXIS_MM).map((p) => within(stand, p))
    const line = data.add(
      'IFCPOLYLINE',
      traced.map(({ x, y }) => this.point2(x, y)),
    )
    const shape = this.shape([this.extrusion(this.ring(outline, stand), heightMm)], line)
    const ref = this.thing(
      'IFCWALL',
      this.guid(wall.id),
      wallName(built),
      stand.ref,
      shape,
      undefined,
      new Word('STANDARD'),
    )
    this.quantities(ref, wall.id, 'Qto_WallBaseQuantities', [
      ['IFCQUANTITYLENGTH', 'Length', built.lengthMm],
      ['IFCQUANTITYLENGTH', 'Width', wall.thicknessMm],
      ['IFCQUANTITYLENGTH', 'Height', heightMm],
      ['IFCQUANTITYAREA', 'GrossFootprintArea', area(outline) / M2],
      ['IFCQUANTITYAREA', 'GrossSideArea', built.grossAreaMm2 / M2],
      ['IFCQUANTITYAREA', 'NetSideArea', built.netAreaMm2 / M2],
      ['IFCQUANTITYVOLUME', 'GrossVolume', (area(outline) * heightMm) / M3],
      ['IFCQUANTITYVOLUME', 'NetVolume', built.netVolumeMm3 / M3],
    ])
    this.properties(ref, wall.id, 'Pset_WallCommon', [
      ['Reference', new Typed('IFCIDENTIFIER', built.type?.name ?? `W-${tidy(wall.thicknessMm)}`)],
    ])
    const { layerSet, type } = this.wallType(built)
    this.ofType(type, ref)
    // The layers are told from the outside, which is the left unless the wall is flipped.
    const { leftMm, rightMm } = faceOffsets(wall)
    const usage = data.add(
      'IFCMATERIALLAYERSETUSAGE',
      layerSet,
      new Word('AXIS2'),
      new Word(wall.flipped ? 'POSITIVE' : 'NEGATIVE'),
      wall.flipped ? rightMm : leftMm,
      undefined,
    )
    this.relation('IFCRELASSOCIATESMATERIAL', this.guid(wall.id, 'material'), [ref], usage)
    return [ref, ...openings.flatMap((opening) => this.opening(opening, built, ref, stand))]
  }

  private opening(
    { opening, place, footMm }: BuiltOpening,
    { wall, footMm: wallFootMm }: BuiltWall,
    host: Ref,
    stand: Stand,
  ): Ref[] {
    const { data } = this
    const { id, use, widthMm, heightMm } = opening
    // In the wall's own space: from its jamb, in the middle of its thickness.
    const { middle, along } = place
    const jamb = within(stand, { x: middle.x - (along.x * widthMm) / 2, y: middle.y - (along.y * widthMm) / 2 })
    const turned = turnedIn(stand, along)
    const local = this.place3(jamb.x, jamb.y, footMm - wallFootMm, turned)
    const at = data.add('IFCLOCALPLACEMENT', stand.ref, local)
    const box = (depth: number) =>
      this.shape([
        this.extrusion(
          data.add('IFCRECTANGLEPROFILEDEF', new Word('AREA'), undefined, this.place2(widthMm / 2, 0), widthMm, depth),
          heightMm,
        ),
      ])
    const hole = this.thing(
      'IFCOPENINGELEMENT',
      this.guid(id, 'hole'),
      this.named('Opening', widthMm, heightMm),
      at,
      box(wall.thicknessMm + 2 * sagittaMm(wall, widthMm)),
      undefined,
      new Word('OPENING'),
    )
    this.relation('IFCRELVOIDSELEMENT', this.guid(id, 'voids'), host, hole)
    this.quantities(hole, `${id} hole`, 'Qto_OpeningElementBaseQuantities', [
      ['IFCQUANTITYLENGTH', 'Width', widthMm],
      ['IFCQUANTITYLENGTH', 'Height', heightMm],
      ['IFCQUANTITYAREA', 'Area', (widthMm * heightMm) / M2],
    ])
    if (use === 'passage') return []
    const filled = data.add('IFCLOCALPLACEMENT', at, this.place3(0, 0, 0))
    const name = this.named(use === 'door' ? 'Door' : 'Window', widthMm, heightMm)
    const filling =
      use === 'door'
        ? this.thing(
            'IFCDOOR',
            this.guid(id),
            name,
            filled,
            box(FRAME_MM),
            undefined,
            heightMm,
            widthMm,
            new Word('DOOR'),
            new Word(doorOperation(opening)),
            undefined,
          )
        : this.thing(
            'IFCWINDOW',
            this.guid(id),
            name,
            filled,
            box(FRAME_MM),
            undefined,
            heightMm,
            widthMm,
            new Word('WINDOW'),
            new Word('SINGLE_PANEL'),
            undefined,
          )
    this.relation('IFCRELFILLSELEMENT', this.guid(id, 'fills'), hole, filling)
    this.ofType(this.fillingType(use, name, opening), filling)
    this.quantities(filling, id, use === 'door' ? 'Qto_DoorBaseQuantities' : 'Qto_WindowBaseQuantities', [
      ['IFCQUANTITYLENGTH', 'Width', widthMm],
      ['IFCQUANTITYLENGTH', 'Height', heightMm],
      ['IFCQUANTITYAREA', 'Area', (widthMm * heightMm) / M2],
    ])
    this.properties(filling, id, use === 'door' ? 'Pset_DoorCommon' : 'Pset_WindowCommon', [
      ['Reference', new Typed('IFCIDENTIFIER', name)],
    ])
    return [filling]
  }

  private space({ space, footMm, heightMm, boundary, volumeMm3 }: BuiltRoom, storey: Ref, zeroMm: number): Ref[] {
    if (!boundary) return []
    const { data } = this
    const stand = this.stand(storey, space.at, { x: 1, y: 0 }, footMm - zeroMm)
    const curve = (ring: readonly Point[]) => this.closed(ring, stand)
    const profile =
      boundary.islands.length === 0
        ? this.ring(boundary.ring, stand)
        : data.add(
            'IFCARBITRARYPROFILEDEFWITHVOIDS',
            new Word('AREA'),
            undefined,
            curve(boundary.ring),
            boundary.islands.map(curve),
          )
    const ref = this.thing(
      'IFCSPACE',
      this.guid(space.id),
      space.number || space.name,
      stand.ref,
      this.shape([this.extrusion(profile, heightMm)]),
      space.name,
      new Word('ELEMENT'),
      new Word('INTERNAL'),
      undefined,
    )
    this.quantities(ref, space.id, 'Qto_SpaceBaseQuantities', [
      ['IFCQUANTITYLENGTH', 'Height', heightMm],
      ['IFCQUANTITYLENGTH', 'GrossPerimeter', boundary.perimeterMm],
      ['IFCQUANTITYAREA', 'NetFloorArea', boundary.areaMm2 / M2],
      ['IFCQUANTITYVOLUME', 'NetVolume', volumeMm3 / M3],
    ])
    this.properties(ref, space.id, 'Pset_SpaceCommon', [
      ['Reference', new Typed('IFCIDENTIFIER', space.number || space.name)],
      ...(space.use ? [['Category', new Typed('IFCLABEL', space.use)] as const] : []),
    ])
    return [ref]
  }

  private wallType(built: BuiltWall): { layerSet: Ref; type: Ref } {
    const { wall, type } = built
    const { data, types } = this
    const name = wallName(built)
    const key = type?.id ?? name
    const known = types.get(key)
    const knownLayers = types.get(`${key} layers`)
    if (known && knownLayers) return { layerSet: knownLayers, type: known }
    const layers = type?.layers ?? [{ material: 'Wall', thicknessMm: wall.thicknessMm, use: null }]
    const layerSet = data.add(
      'IFCMATERIALLAYERSET',
      layers.map(({ material, thicknessMm, use }) =>
        data.add(
          'IFCMATERIALLAYER',
          this.material(material),
          thicknessMm,
          // Whether air passes through it.
          use === null ? undefined : use === 'cavity',
          use === null ? undefined : material,
          undefined,
          use === null ? undefined : IFC_CATEGORIES[use],
          undefined,
        ),
      ),
      name,
      undefined,
    )
    const made = this.type('IFCWALLTYPE', this.guid(this.head.projectId, key), name, new Word('STANDARD'))
    this.relation('IFCRELASSOCIATESMATERIAL', this.guid(this.head.projectId, key, 'material'), [made], layerSet)
    types.set(`${key} layers`, layerSet)
    types.set(key, made)
    return { layerSet, type: made }
  }

  private material(name: string): Ref {
    const key = `material ${name}`
    const made = this.types.get(key) ?? this.data.add('IFCMATERIAL', name, undefined, undefined)
    this.types.set(key, made)
    return made
  }

  private fillingType(use: 'door' | 'window', name: string, opening: BuiltOpening['opening']): Ref {
    const key = use === 'door' ? `${name} ${doorOperation(opening)}` : name
    const known = this.types.get(key)
    if (known) return known
    const guid = this.guid(this.head.projectId, key)
    const type =
      use === 'door'
        ? this.type('IFCDOORTYPE', guid, name, new Word('DOOR'), new Word(doorOperation(opening)), undefined, undefined)
        : this.type('IFCWINDOWTYPE', guid, name, new Word('WINDOW'), new Word('SINGLE_PANEL'), undefined, undefined)
    this.types.set(key, type)
    return type
  }

  /** Something that stands somewhere: every IfcProduct begins alike. */
  private thing(
    type: string,
    guid: string,
    name: string,
    place: Ref,
    shape: Ref | undefined,
    ...rest: readonly StepValue[]
  ): Ref {
    return this.data.add(type, guid, undefined, name, undefined, undefined, place, shape, ...rest)
  }

  private relation(type: string, guid: string, ...rest: readonly StepValue[]): Ref {
    return this.data.add(type, guid, undefined, undefined, undefined, ...rest)
  }

  private type(type: string, guid: string, name: string, ...rest: readonly StepValue[]): Ref {
    const unsaid = Array.from({ length: 6 }, () => undefined)
    return this.data.add(type, guid, undefined, name, ...unsaid, ...rest)
  }

  private ofType(type: Ref, thing: Ref): void {
    this.typed.set(type, [...(this.typed.get(type) ?? []), thing])
  }

  private named(word: string, aMm: number, bMm: number): string {
    return `${word} ${tidy(aMm)} x ${tidy(bMm)}`
  }

  private aggregate(whole: Ref, parts: readonly Ref[], name: string): void {
    this.relation('IFCRELAGGREGATES', this.guid(this.head.projectId, name), whole, parts)
  }

  private quantities(
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

  private properties(
    of: Ref,
    id: string,
    name: string,
    list: readonly (readonly [name: string, value: Typed])[],
  ): void {
    const { data } = this
    const refs = list.map(([key, value]) => data.add('IFCPROPERTYSINGLEVALUE', key, undefined, value, undefined))
    const set = data.add('IFCPROPERTYSET', this.guid(id, 'properties'), undefined, name, undefined, refs)
    this.relation('IFCRELDEFINESBYPROPERTIES', this.guid(id, 'has properties'), [of], set)
  }

  private stand(within: Ref, at: Point, along: Point, upMm: number): Stand {
    const ref = this.data.add('IFCLOCALPLACEMENT', within, this.place3(at.x, at.y, upMm, [along.x, along.y, 0]))
    return { ref, at, along }
  }

  private shape(solids: readonly Ref[], line?: Ref): Ref {
    const { data } = this
    const body = data.add('IFCSHAPEREPRESENTATION', this.body, 'Body', 'SweptSolid', solids)
    const axis = line ? [data.add('IFCSHAPEREPRESENTATION', this.axis, 'Axis', 'Curve2D', [line])] : []
    return data.add('IFCPRODUCTDEFINITIONSHAPE', undefined, undefined, [...axis, body])
  }

  private extrusion(profile: Ref, heightMm: number): Ref {
    return this.data.add(
      'IFCEXTRUDEDAREASOLID',
      profile,
      this.place3(0, 0, 0),
      this.data.share('IFCDIRECTION', UP as StepValue),
      heightMm,
    )
  }

  private ring(ring: readonly Point[], stand: Stand): Ref {
    return this.data.add('IFCARBITRARYCLOSEDPROFILEDEF', new Word('AREA'), undefined, this.closed(ring, stand))
  }

  /** A closed line in the space of where a thing stands. */
  private closed(ring: readonly Point[], stand: Stand): Ref {
    const points = ring.map((p) => within(stand, p)).map(({ x, y }) => this.point2(x, y))
    return this.data.add('IFCPOLYLINE', [...points, points[0]!])
  }

  private point2(x: number, y: number): Ref {
    return this.data.share('IFCCARTESIANPOINT', [x, y])
  }

  private place2(x: number, y: number): Ref {
    return this.data.share('IFCAXIS2PLACEMENT2D', this.point2(x, y), undefined)
  }

  private place3(x: number, y: number, z: number, along: Axis = ALONG): Ref {
    const { data } = this
    return data.share(
      'IFCAXIS2PLACEMENT3D',
      data.share('IFCCARTESIANPOINT', [x, y, z]),
      data.share('IFCDIRECTION', UP as StepValue),
      data.share('IFCDIRECTION', along as StepValue),
    )
  }
}

/** A place in the space of where a thing stands. */
function within({ at, along }: Stand, { x, y }: Point): Point {
  const [dx, dy] = [x - at.x, y - at.y]
  return { x: dx * along.x + dy * along.y, y: dy * along.x - dx * along.y }
}

/** A direction in the space of where a thing stands; the plain one where both run alike. */
function turnedIn({ along }: Stand, direction: Point): Axis {
  const [x, y] = [direction.x * along.x + direction.y * along.y, direction.y * along.x - direction.x * along.y]
  return Math.abs(y) < 1e-12 ? ALONG : [x, y, 0]
}

/** How far a round wall bends over a width: its holes are cut so much deeper. */
function sagittaMm(wall: BuiltWall['wall'], widthMm: number): number {
  const piece = tracedPiece(wall)
  return piece.kind === 'arc' ? piece.radius - Math.sqrt(Math.max(0, piece.radius ** 2 - (widthMm / 2) ** 2)) : 0
}

/** What the schema suggests for IfcMaterialLayer.Category, and words alike. */
const IFC_CATEGORIES: Readonly<Record<LayerUse, string>> = {
  bearing: 'LoadBearing',
  insulation: 'Insulation',
  cavity: 'Cavity',
  finish: 'Finish',
}

/** How near the axis of a round wall is drawn by chords. */
const AXIS_MM = 0.1

const wallName = ({ type, wall }: BuiltWall): string => type?.name ?? `Wall ${tidy(wall.thicknessMm)}`

/** Depth of frames where nothing is known of them. */
const FRAME_MM = 60

const tidy = (mm: number): number => Math.round(mm * 10) / 10

/** IfcDoorTypeOperationEnum; a door is left or right as seen from the side to which it opens. */
function doorOperation({ way, hinge, opens }: BuiltOpening['opening']): string {
  const left = (hinge === 'start') === (opens === 'right')
  switch (way) {
    case 'hinged':
      return left ? 'SINGLE_SWING_LEFT' : 'SINGLE_SWING_RIGHT'
    case 'double':
      return 'DOUBLE_DOOR_SINGLE_SWING'
    case 'sliding':
      return left ? 'SLIDING_TO_LEFT' : 'SLIDING_TO_RIGHT'
    case 'folding':
      return left ? 'FOLDING_TO_LEFT' : 'FOLDING_TO_RIGHT'
  }
}
