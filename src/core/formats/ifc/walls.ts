import type { BuiltOpening, BuiltWall } from '../../building/building'
import { placeAt } from '../../geometry/piece/piece'
import type { Point } from '../../geometry/vector'
import { faceOffsets } from '../../model/wall/geometry'
import { tracedPiece, wallPlace } from '../../model/wall/line'
import type { LayerUse } from '../../model/wall-type/schema'
import { type Ref, Typed, Whole, Word } from '../step/part21'
import type { Look } from './styles'
import { ALONG, type Axis, type IfcWriter, M2, M3, type Stand, tidy, within } from './writer'

/** A wall in the file: itself, what fills its openings, and the openings by their own ids. */
export interface WrittenWall {
  readonly ref: Ref
  readonly fillings: readonly Ref[]
  /** Doors and windows, and passages as the openings that they are. */
  readonly openings: ReadonlyMap<string, Ref>
}

/** A wall with its openings and what fills them. @param enclosed whether it parts inside from outside, as the rooms tell it; undefined where they do not */
export function writeWall(
  file: IfcWriter,
  built: BuiltWall,
  storey: Ref,
  zeroMm: number,
  enclosed: boolean | undefined,
): WrittenWall {
  const { data } = file
  const { wall, rings, coveredMm2, footMm, heightMm, openings } = built
  const isExternal = built.type?.external ?? enclosed
  const size = Math.hypot(wall.end.x - wall.start.x, wall.end.y - wall.start.y)
  const along = { x: (wall.end.x - wall.start.x) / size, y: (wall.end.y - wall.start.y) / size }
  const stand = file.stand(storey, wall.start, along, footMm - zeroMm)
  const shape = file.shape(
    rings.map((ring) => file.extrusion(file.ring(ring, stand), heightMm)),
    'Wall',
    axisOf(file, wall, stand),
  )
  const ref = file.thing(
    'IFCWALL',
    file.guid(wall.id),
    { name: wallName(built), kind: wallName(built) },
    stand.ref,
    shape,
    undefined,
    new Word('STANDARD'),
  )
  file.quantities(ref, wall.id, 'Qto_WallBaseQuantities', [
    ['IFCQUANTITYLENGTH', 'Length', built.lengthMm],
    ['IFCQUANTITYLENGTH', 'Width', wall.thicknessMm],
    ['IFCQUANTITYLENGTH', 'Height', heightMm],
    ['IFCQUANTITYAREA', 'GrossFootprintArea', coveredMm2 / M2],
    ['IFCQUANTITYAREA', 'GrossSideArea', built.grossAreaMm2 / M2],
    ['IFCQUANTITYAREA', 'NetSideArea', built.netAreaMm2 / M2],
    ['IFCQUANTITYVOLUME', 'GrossVolume', (coveredMm2 * heightMm) / M3],
    ['IFCQUANTITYVOLUME', 'NetVolume', built.netVolumeMm3 / M3],
  ])
  file.properties(ref, wall.id, 'Pset_WallCommon', [
    ['Reference', new Typed('IFCIDENTIFIER', built.type?.name ?? `W-${tidy(wall.thicknessMm)}`)],
    ...truth('IsExternal', isExternal),
    ...truth('LoadBearing', built.type?.loadBearing),
    ...rated(built.type),
  ])
  const { layerSet, type } = wallType(file, built)
  file.ofType(type, ref)
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
  file.relation('IFCRELASSOCIATESMATERIAL', file.guid(wall.id, 'material'), [ref], usage)
  const written = openings.map(
    (each) => [each.opening, writeOpening(file, each, built, ref, stand, isExternal)] as const,
  )
  return {
    ref,
    fillings: written.flatMap(([, { filling }]) => filling ?? []),
    openings: new Map(written.map(([{ id }, { hole, filling }]) => [id, filling ?? hole])),
  }
}

/** The traced line of a wall: straight, or an arc through its middle. */
function axisOf(file: IfcWriter, wall: BuiltWall['wall'], stand: Stand): Ref {
  const { data } = file
  const places = (parts: readonly number[]) =>
    parts.map((t) => {
      const { x, y } = within(stand, placeAt(tracedPiece(wall), t))
      return [x, y]
    })
  if (!wall.bulge)
    return data.add(
      'IFCPOLYLINE',
      places([0, 1]).map(([x, y]) => file.point2(x!, y!)),
    )
  const list = data.add('IFCCARTESIANPOINTLIST2D', places([0, 0.5, 1]), ...file.tags)
  const arc = new Typed(
    'IFCARCINDEX',
    [1, 2, 3].map((each) => new Whole(each)),
  )
  return data.add('IFCINDEXEDPOLYCURVE', list, [arc], false)
}

type Property = readonly [name: string, value: Typed]

const truth = (name: string, value: boolean | undefined): Property[] =>
  value === undefined ? [] : [[name, new Typed('IFCBOOLEAN', value)]]

/** What a type is rated for. */
const rated = (
  type: { readonly fireRating?: string | undefined; readonly uValue?: number | undefined } | null,
): Property[] => [
  ...(type?.fireRating ? [['FireRating', new Typed('IFCLABEL', type.fireRating)] as const] : []),
  ...(type?.uValue
    ? [['ThermalTransmittance', new Typed('IFCTHERMALTRANSMITTANCEMEASURE', type.uValue)] as const]
    : []),
]

/** An opening with what fills it; nothing fills a passage. */
function writeOpening(
  file: IfcWriter,
  { opening, place, footMm, typeName, type, mark }: BuiltOpening,
  { wall, footMm: wallFootMm }: BuiltWall,
  host: Ref,
  stand: Stand,
  isExternal: boolean | undefined,
): { readonly hole: Ref; readonly filling: Ref | null } {
  const { data } = file
  const { id, use, widthMm, heightMm } = opening
  // In the wall's own space: from its jamb, in the middle of its thickness.
  const { middle, along } = place
  const jamb = { x: middle.x - (along.x * widthMm) / 2, y: middle.y - (along.y * widthMm) / 2 }
  const local = within(stand, jamb)
  const place3 = file.place3(local.x, local.y, footMm - wallFootMm, turnedIn(stand, along))
  const at = data.add('IFCLOCALPLACEMENT', stand.ref, place3)
  const box = (depth: number, look: Look | null = null) =>
    file.shape(
      [
        file.extrusion(
          data.add('IFCRECTANGLEPROFILEDEF', new Word('AREA'), undefined, file.place2(widthMm / 2, 0), widthMm, depth),
          heightMm,
        ),
      ],
      look,
    )
  const hole = file.thing(
    'IFCOPENINGELEMENT',
    file.guid(id, 'hole'),
    file.named('Opening', widthMm, heightMm),
    at,
    wall.bulge
      ? file.shape([file.extrusion(file.ring(roundHole(wall, opening), { ref: at, at: jamb, along }), heightMm)], null)
      : box(wall.thicknessMm),
    undefined,
    new Word('OPENING'),
  )
  file.relation('IFCRELVOIDSELEMENT', file.guid(id, 'voids'), host, hole)
  file.quantities(hole, `${id} hole`, 'Qto_OpeningElementBaseQuantities', [
    ['IFCQUANTITYLENGTH', 'Width', widthMm],
    ['IFCQUANTITYLENGTH', 'Height', heightMm],
    ['IFCQUANTITYAREA', 'Area', (widthMm * heightMm) / M2],
  ])
  if (use === 'passage') return { hole, filling: null }
  // A door opens towards the y of its own space (IFC 4, IfcDoor): where it opens to the right of its wall it is turned.
  const turned = use === 'door' && opening.opens === 'right'
  const filled = data.add('IFCLOCALPLACEMENT', at, turned ? file.place3(widthMm, 0, 0, BACK) : file.place3(0, 0, 0))
  const name = typeName ?? file.named(use === 'door' ? 'Door' : 'Window', widthMm, heightMm)
  const filling =
    use === 'door'
      ? file.thing(
          'IFCDOOR',
          file.guid(id),
          { name: mark, kind: name },
          filled,
          box(FRAME_MM, 'Door'),
          mark,
          heightMm,
          widthMm,
          new Word('DOOR'),
          new Word(doorOperation(opening, file.is4x3)),
          undefined,
        )
      : file.thing(
          'IFCWINDOW',
          file.guid(id),
          { name: mark, kind: name },
          filled,
          box(FRAME_MM, 'Window'),
          mark,
          heightMm,
          widthMm,
          new Word('WINDOW'),
          new Word('SINGLE_PANEL'),
          undefined,
        )
  file.relation('IFCRELFILLSELEMENT', file.guid(id, 'fills'), hole, filling)
  file.ofType(fillingType(file, use, name, opening), filling)
  file.quantities(filling, id, use === 'door' ? 'Qto_DoorBaseQuantities' : 'Qto_WindowBaseQuantities', [
    ['IFCQUANTITYLENGTH', 'Width', widthMm],
    ['IFCQUANTITYLENGTH', 'Height', heightMm],
    ['IFCQUANTITYAREA', 'Area', (widthMm * heightMm) / M2],
  ])
  file.properties(filling, id, use === 'door' ? 'Pset_DoorCommon' : 'Pset_WindowCommon', [
    ['Reference', new Typed('IFCIDENTIFIER', name)],
    ...truth('IsExternal', isExternal),
    ...rated(type),
  ])
  return { hole, filling }
}

function wallType(file: IfcWriter, built: BuiltWall): { layerSet: Ref; type: Ref } {
  const { wall, type } = built
  const { data, types } = file
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
        file.material(material),
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
  const made = file.type('IFCWALLTYPE', file.guid(key), name, new Word('STANDARD'))
  file.relation('IFCRELASSOCIATESMATERIAL', file.guid(key, 'material'), [made], layerSet)
  types.set(`${key} layers`, layerSet)
  types.set(key, made)
  return { layerSet, type: made }
}

function fillingType(file: IfcWriter, use: 'door' | 'window', name: string, opening: BuiltOpening['opening']): Ref {
  const key = use === 'door' ? `${name} ${doorOperation(opening, file.is4x3)}` : name
  const known = file.types.get(key)
  if (known) return known
  const guid = file.guid(key)
  const type =
    use === 'door'
      ? file.type(
          'IFCDOORTYPE',
          guid,
          name,
          new Word('DOOR'),
          new Word(doorOperation(opening, file.is4x3)),
          undefined,
          undefined,
        )
      : file.type('IFCWINDOWTYPE', guid, name, new Word('WINDOW'), new Word('SINGLE_PANEL'), undefined, undefined)
  file.types.set(key, type)
  return type
}

/** A direction in the space of where a thing stands; the plain one where both run alike. */
function turnedIn({ along }: Stand, direction: Point): Axis {
  const [x, y] = [direction.x * along.x + direction.y * along.y, direction.y * along.x - direction.x * along.y]
  return Math.abs(y) < 1e-12 ? ALONG : [x, y, 0]
}

/** A hole through a round wall, from radius to radius: a little deeper than the wall, whose faces are chords. */
function roundHole(wall: BuiltWall['wall'], { alongMm, widthMm }: BuiltOpening['opening']): Point[] {
  const { leftMm, rightMm } = faceOffsets(wall)
  const run = (asideMm: number) =>
    Array.from({ length: HOLE_STEPS + 1 }, (_, i) => alongMm + widthMm * (i / HOLE_STEPS - 0.5)).flatMap(
      (at) => wallPlace(wall, at, asideMm)?.at ?? [],
    )
  return [...run(rightMm - DEEPER_MM), ...run(leftMm + DEEPER_MM).reverse()]
}

const HOLE_STEPS = 12
const DEEPER_MM = 10

/** What the schema suggests for IfcMaterialLayer.Category, and words alike. */
const IFC_CATEGORIES: Readonly<Record<LayerUse, string>> = {
  bearing: 'LoadBearing',
  insulation: 'Insulation',
  cavity: 'Cavity',
  finish: 'Finish',
}

const wallName = ({ type, wall }: BuiltWall): string => type?.name ?? `Wall ${tidy(wall.thicknessMm)}`

/** Depth of frames where nothing is known of them. */
const FRAME_MM = 60

const BACK: Axis = [-1, 0, 0]

/** IfcDoorTypeOperationEnum: hinges are on the left or right as seen along the positive y of the door, to which it opens. */
function doorOperation({ way, hinge, opens }: BuiltOpening['opening'], is4x3: boolean): string {
  const left = (hinge === 'start') === (opens === 'left')
  switch (way) {
    case 'hinged':
      return left ? 'SINGLE_SWING_LEFT' : 'SINGLE_SWING_RIGHT'
    case 'double':
      return is4x3 ? 'DOUBLE_PANEL_SINGLE_SWING' : 'DOUBLE_DOOR_SINGLE_SWING'
    case 'sliding':
      return left ? 'SLIDING_TO_LEFT' : 'SLIDING_TO_RIGHT'
    case 'folding':
      return left ? 'FOLDING_TO_LEFT' : 'FOLDING_TO_RIGHT'
  }
}
