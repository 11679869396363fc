import type { Building, BuiltRoom, RoomSide } from '../../building/building'
import { distance, type Point } from '../../geometry/vector'
import { alongOf } from '../../model/wall/line'
import { xmlElement as element, writeXml, type XmlNode } from '../xml'

/**
 * The rooms of a building as gbXML 6.01, for programs that work out heat loads: lengths in metres.
 * Walls between two rooms are given once; floors and roofs lie at the foot and the head of each room.
 */
export function writeGbxml({ levels }: Building, name: string): string {
  const rooms = levels.flatMap(({ level, rooms: all }) =>
    all.filter(({ boundary }) => boundary).map((room) => ({ room, level })),
  )
  const numbers = new Map(rooms.map(({ room }, i) => [room.space.id, `space-${i + 1}`]))
  const areaM2 = rooms.reduce((sum, { room }) => sum + room.boundary!.areaMm2 / 1e6, 0)
  const spaces = rooms.map(({ room, level }) => {
    const { space, boundary, volumeMm3 } = room
    return element('Space', { id: numbers.get(space.id)!, buildingStoreyIdRef: storeyId(levels, level.id) }, [
      element('Name', {}, [[space.number, space.name].filter(Boolean).join(' ')]),
      element('Area', {}, [figure(boundary!.areaMm2 / 1e6)]),
      element('Volume', {}, [figure(volumeMm3 / 1e9)]),
    ])
  })
  let count = 0
  const surfaces = rooms.flatMap(({ room }) => surfacesOf(room, numbers, () => `surface-${++count}`))
  return writeXml(
    element(
      'gbXML',
      {
        xmlns: 'http://www.gbxml.org/schema',
        temperatureUnit: 'C',
        lengthUnit: 'Meters',
        areaUnit: 'SquareMeters',
        volumeUnit: 'CubicMeters',
        useSIUnitsForResults: 'true',
        version: '6.01',
      },
      [
        element('Campus', { id: 'campus' }, [
          element('Building', { id: 'building', buildingType: 'Unknown' }, [
            element('Name', {}, [name]),
            element('Area', {}, [figure(areaM2)]),
            ...levels.map(({ level }) =>
              element('BuildingStorey', { id: storeyId(levels, level.id) }, [
                element('Name', {}, [level.name]),
                element('Level', {}, [figure(level.elevationMm / 1000)]),
              ]),
            ),
            ...spaces,
          ]),
          ...surfaces,
        ]),
      ],
    ),
  )
}

const storeyId = (levels: Building['levels'], id: string): string =>
  `storey-${levels.findIndex(({ level }) => level.id === id) + 1}`

function surfacesOf(room: BuiltRoom, numbers: ReadonlyMap<string, string>, nextId: () => string): XmlNode[] {
  const { space, boundary, footMm, heightMm, sides } = room
  const own = numbers.get(space.id)!
  const walls = sides
    // Of two rooms the one with the lower id gives the wall between them.
    .filter(({ other }) => other === null || !numbers.has(other) || space.id < other)
    .map((side) => {
      const inner = side.other === null ? undefined : numbers.get(side.other)
      return element('Surface', { id: nextId(), surfaceType: inner ? 'InteriorWall' : 'ExteriorWall' }, [
        element('AdjacentSpaceId', { spaceIdRef: own }, []),
        ...(inner ? [element('AdjacentSpaceId', { spaceIdRef: inner }, [])] : []),
        rectangle(side, heightMm, footMm),
        element('PlanarGeometry', {}, [loop(upright(side.from, side.to, footMm, heightMm))]),
        ...side.openings.map((each) => openingOf(each, side, nextId())),
      ])
    })
  const flat = (surfaceType: string, zMm: number, ring: readonly Point[]) =>
    element('Surface', { id: nextId(), surfaceType }, [
      element('AdjacentSpaceId', { spaceIdRef: own }, []),
      element('PlanarGeometry', {}, [loop(ring.map(({ x, y }) => [x, y, zMm] as const))]),
    ])
  const { ring } = boundary!
  return [
    ...walls,
    flat(footMm > 0 ? 'InteriorFloor' : 'SlabOnGrade', footMm, [...ring].reverse()),
    flat('Ceiling', footMm + heightMm, ring),
  ]
}

function openingOf(
  { opening, place, footMm }: RoomSide['openings'][number],
  { from, to }: RoomSide,
  id: string,
): XmlNode {
  const size = distance(from, to)
  const along = { x: (to.x - from.x) / size, y: (to.y - from.y) / size }
  const t = alongOf({ start: from, end: to }, place.middle)
  const at = (s: number): Point => ({ x: from.x + along.x * s, y: from.y + along.y * s })
  const [a, b] = [at(t - opening.widthMm / 2), at(t + opening.widthMm / 2)]
  const openingType = { door: 'NonSlidingDoor', window: 'FixedWindow', passage: 'Air' }[opening.use]
  return element('Opening', { id, openingType }, [
    element('PlanarGeometry', {}, [loop(upright(a, b, footMm, opening.heightMm))]),
  ])
}

/** A surface as a rectangle too, with the directions that load programs ask for. */
function rectangle({ from, to, azimuthDeg }: RoomSide, heightMm: number, footMm: number): XmlNode {
  return element('RectangularGeometry', {}, [
    element('Azimuth', {}, [figure(azimuthDeg)]),
    cartesian([from.x, from.y, footMm]),
    element('Tilt', {}, ['90']),
    element('Height', {}, [figure(heightMm / 1000)]),
    element('Width', {}, [figure(distance(from, to) / 1000)]),
  ])
}

type Corner = readonly [x: number, y: number, z: number]

/** Seen from outside anticlockwise: the room lies to the left of its edge. */
const upright = (from: Point, to: Point, footMm: number, heightMm: number): Corner[] => [
  [to.x, to.y, footMm],
  [from.x, from.y, footMm],
  [from.x, from.y, footMm + heightMm],
  [to.x, to.y, footMm + heightMm],
]

const loop = (corners: readonly Corner[]): XmlNode => element('PolyLoop', {}, corners.map(cartesian))

const cartesian = (corner: Corner): XmlNode =>
  element(
    'CartesianPoint',
    {},
    corner.map((mm) => element('Coordinate', {}, [figure(mm / 1000)])),
  )

/** A millionth of a metre is enough, and -0 is none. */
const figure = (value: number): string => String(Number(value.toFixed(6)) + 0)
