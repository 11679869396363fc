import type { Building, BuiltOpening, BuiltRoom } from '../../building/building'
import { anticlockwise } from '../../geometry/polygon'
import type { Vector3 } from '../../geometry/space'
import { distance, type Point } from '../../geometry/vector'
import type { Settings } from '../../model/settings/schema'
import { calledOf } from '../../model/space/called'
import { alongOf } from '../../model/wall/line'
import { xmlElement as element, writeXml, type XmlNode, xmlFigure } from '../xml'
import { Constructions } from './constructions'
import { overEdge, type RoomSurface, surfacesOf } from './surfaces'

/**
 * The rooms of a building as gbXML 6.01, for programs that work out heat loads: lengths in metres. The surfaces of each
 * room close it, in the middle of walls, and face out of the first room that they name; besides, each space has the
 * shell of its clear volume.
 */
export function writeGbxml(building: Building, name: string, site: NonNullable<Settings['site']> = {}): string {
  const { levels } = building
  const rooms = levels.flatMap(({ level, rooms: all }) =>
    all.filter(({ boundary }) => boundary).map((room) => ({ room, level })),
  )
  const numbers = new Map(rooms.map(({ room }, i) => [room.space.id, `space-${i + 1}`]))
  const areaM2 = rooms.reduce((sum, { room }) => sum + room.boundary!.areaMm2 / 1e6, 0)
  const spaces = rooms.map(({ room, level }, i) => {
    const { space, boundary, volumeMm3 } = room
    return element('Space', { id: numbers.get(space.id)!, buildingStoreyIdRef: storeyId(levels, level.id) }, [
      element('Name', {}, [calledOf(space)]),
      element('Area', {}, [xmlFigure(boundary!.areaMm2 / 1e6)]),
      element('Volume', {}, [xmlFigure(volumeMm3 / 1e9)]),
      element('ShellGeometry', { id: `shell-${i + 1}`, unit: 'Meters' }, [element('ClosedShell', {}, shellOf(room))]),
    ])
  })
  const constructions = new Constructions(building)
  let count = 0
  const surfaces = surfacesOf(building).map((surface) =>
    surfaceNode(surface, numbers, constructions, site.northRad ?? 0, () => `surface-${++count}`),
  )
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
          ...locationOf(site, name),
          element('Building', { id: 'building', buildingType: 'Unknown' }, [
            element('Name', {}, [name]),
            element('Area', {}, [xmlFigure(areaM2)]),
            ...levels.map(({ level }) =>
              element('BuildingStorey', { id: storeyId(levels, level.id) }, [
                element('Name', {}, [level.name]),
                element('Level', {}, [xmlFigure(level.elevationMm / 1000)]),
              ]),
            ),
            ...spaces,
          ]),
          ...surfaces,
        ]),
        ...constructions.nodes(),
      ],
    ),
  )
}

const storeyId = (levels: Building['levels'], id: string): string =>
  `storey-${levels.findIndex(({ level }) => level.id === id) + 1}`

/** Where the building stands, as far as that is known. */
function locationOf(
  { latitudeDeg, longitudeDeg, upMm, northRad }: NonNullable<Settings['site']>,
  name: string,
): XmlNode[] {
  if (latitudeDeg === undefined || longitudeDeg === undefined) return []
  return [
    element('Location', {}, [
      element('Name', {}, [name]),
      element('Latitude', {}, [xmlFigure(latitudeDeg)]),
      element('Longitude', {}, [xmlFigure(longitudeDeg)]),
      ...(upMm === undefined ? [] : [element('Elevation', {}, [xmlFigure(upMm / 1000)])]),
      ...(northRad === undefined ? [] : [element('CADModelAzimuth', {}, [xmlFigure((northRad * 180) / Math.PI)])]),
    ]),
  ]
}

/** The clear volume of a room: its floor, its ceiling, and its faces, each seen from outside anticlockwise. */
function shellOf({ boundary, footMm, heightMm }: BuiltRoom): XmlNode[] {
  const ring = anticlockwise(boundary!.ring)
  const level = (zMm: number) => ring.map((p) => ({ ...p, z: zMm }))
  const head = footMm + heightMm
  return [
    loop([...level(footMm)].reverse()),
    loop(level(head)),
    ...ring.map((from, i) => {
      const to = ring[(i + 1) % ring.length]!
      return loop(overEdge(from, to, footMm, head))
    }),
  ]
}

function surfaceNode(
  surface: RoomSurface,
  numbers: ReadonlyMap<string, string>,
  constructions: Constructions,
  northRad: number,
  nextId: () => string,
): XmlNode {
  const { type, rooms, loop: corners, wall, openings } = surface
  return element('Surface', { id: nextId(), surfaceType: type, ...constructions.of(wall) }, [
    ...rooms.map((id) => element('AdjacentSpaceId', { spaceIdRef: numbers.get(id)! }, [])),
    ...rectangle(surface, northRad),
    element('PlanarGeometry', {}, [loop(corners)]),
    ...openings.map((each) => openingNode(each, surface, nextId())),
    ...(wall ? [element('CADObjectId', {}, [wall.wall.id])] : []),
  ])
}

function openingNode({ opening, place, footMm, mark }: BuiltOpening, { edge }: RoomSurface, id: string): XmlNode {
  const { from, to } = edge!
  const size = distance(from, to)
  const along = { x: (to.x - from.x) / size, y: (to.y - from.y) / size }
  const t = alongOf({ start: from, end: to }, place.middle)
  const at = (s: number): Point => ({ x: from.x + along.x * s, y: from.y + along.y * s })
  const [a, b] = [at(Math.max(0, t - opening.widthMm / 2)), at(Math.min(size, t + opening.widthMm / 2))]
  const openingType = {
    door: opening.way === 'sliding' ? 'SlidingDoor' : 'NonSlidingDoor',
    window: 'FixedWindow',
    passage: 'Air',
  }[opening.use]
  return element('Opening', { id, openingType }, [
    element('PlanarGeometry', {}, [loop(overEdge(a, b, footMm, footMm + opening.heightMm))]),
    element('Name', {}, [mark]),
  ])
}

/** An upright surface as a rectangle too, with the directions that load programs ask for: from true north clockwise. */
function rectangle({ edge }: RoomSurface, northRad: number): XmlNode[] {
  if (!edge) return []
  const { from, to, footMm, headMm } = edge
  const azimuth = Math.atan2(to.y - from.y, -(to.x - from.x)) + northRad
  const degrees = ((((azimuth * 180) / Math.PI) % 360) + 360) % 360
  return [
    element('RectangularGeometry', {}, [
      element('Azimuth', {}, [xmlFigure(degrees)]),
      cartesian({ ...from, z: footMm }),
      element('Tilt', {}, ['90']),
      element('Height', {}, [xmlFigure((headMm - footMm) / 1000)]),
      element('Width', {}, [xmlFigure(distance(from, to) / 1000)]),
    ]),
  ]
}

const loop = (corners: readonly Vector3[]): XmlNode => element('PolyLoop', {}, corners.map(cartesian))

const cartesian = ({ x, y, z }: Vector3): XmlNode =>
  element(
    'CartesianPoint',
    {},
    [x, y, z].map((mm) => element('Coordinate', {}, [xmlFigure(mm / 1000)])),
  )
