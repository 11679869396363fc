import { cross, subtract, unit } from '../../geometry/vector'
import type { GridLine } from '../../model/grid-line/schema'
import type { Ref } from './step'
import type { IfcWriter } from './writer'

/** Grid lines that turn from the first one by less than this run its way: the sine of 45°. */
const ONE_WAY = Math.SQRT1_2

/** The grid of a building. IFC wants lines in two directions: null where all run one way. */
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
    const curve = data.add('IFCPOLYLINE', [
      file.point2(line.start.x, line.start.y),
      file.point2(line.end.x, line.end.y),
    ])
    return { ref: data.add('IFCGRIDAXIS', line.name, curve, true), curve }
  }
  const along = lines.filter(alike).map(axis)
  const across = lines.filter((line) => !alike(line)).map(axis)
  if (along.length === 0 || across.length === 0) return null
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
    file.guid(file.head.projectId, 'grid'),
    'Grid',
    place,
    shape,
    along.map(({ ref }) => ref),
    across.map(({ ref }) => ref),
    undefined,
    undefined,
  )
}
