import { cross, leftOf, type Point, subtract, unit } from '../../geometry/vector'
import type { GridLine } from '../../model/grid-line/schema'
import type { Ref } from '../step/part21'
import type { IfcWriter } from './writer'

/** Grid lines that turn from the first one by less than this run its way: the sine of 45°. */
const ONE_WAY = Math.SQRT1_2

/** The grid of a building; null where there is none. */
export function writeGrid(file: IfcWriter, lines: readonly GridLine[], storey: Ref): Ref | null {
  const { data } = file
  const [first] = lines
  const way = first && unit(subtract(first.end, first.start))
  if (!way) return null
  const alike = (line: GridLine) => {
    const own = unit(subtract(line.end, line.start))
    return own !== null && Math.abs(cross(way, own)) < ONE_WAY
  }
  const axis = (line: GridLine) => {
    const curve = data.add(
      'IFCPOLYLINE',
      [line.start, line.end].map((p) => {
        const { x, y } = file.near(p)
        return file.point2(x, y)
      }),
    )
    return { ref: data.add('IFCGRIDAXIS', line.name || undefined, curve, true), curve }
  }
  const along = lines.filter(alike).map(axis)
  const others = lines.filter((line) => !alike(line))
  // Where all run one way, a nameless line through their starts is the other way that IFC asks for.
  const across = (others.length > 0 ? others : [crossing(first, way)]).map(axis)
  const set = data.add(
    'IFCGEOMETRICCURVESET',
    [...along, ...across].map(({ curve }) => curve),
  )
  const shape = data.add('IFCPRODUCTDEFINITIONSHAPE', undefined, undefined, [
    data.add('IFCSHAPEREPRESENTATION', file.footprint, 'FootPrint', 'GeometricCurveSet', [set]),
  ])
  const place = data.add('IFCLOCALPLACEMENT', storey, file.place3(0, 0, 0))
  return file.thing(
    'IFCGRID',
    file.guid('grid'),
    'Grid',
    place,
    shape,
    along.map(({ ref }) => ref),
    across.map(({ ref }) => ref),
    undefined,
    undefined,
  )
}

/** A line across a grid line, through its start. */
function crossing(line: GridLine, way: Point): GridLine {
  const { start } = line
  const left = leftOf(way)
  return {
    ...line,
    name: '',
    start: { x: start.x - left.x * STUB_MM, y: start.y - left.y * STUB_MM },
    end: { x: start.x + left.x * STUB_MM, y: start.y + left.y * STUB_MM },
  }
}

const STUB_MM = 1000
