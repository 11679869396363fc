import { describe, expect, it } from 'vitest'
import { readDxf } from '../../../../tests/support/ezdxf'
import { chainLength } from '../../draft/chain'
import { flattenCubic } from '../../geometry/bezier'
import { distance, type Point } from '../../geometry/vector'
import { FIRST_LAYER, type Layer } from '../../model/layer/schema'
import type { ProjectRecord } from '../../model/registry'
import { chainsOf, type Drawn, surroundingsOf } from '../../model/shapes'
import { curveOf, type Linework, segmentEnds } from '../../sheet/linework'
import { MM_PER_PT } from '../../units/length'
import { modelDrawing } from './plan/plan'
import { readDxf as readOurs } from './read/read'
import { writeDxf } from './write/write'

const red: Layer = {
  ...FIRST_LAYER,
  id: 'red',
  name: 'Doors',
  color: '#a8281c',
  line: 'dashed',
  weightMm: 0.5,
  order: 1,
}
const kept: Layer = { ...FIRST_LAYER, id: 'kept', name: 'Only here', printed: false, order: 2 }

const shapes: Drawn[] = [
  {
    id: 'a',
    kind: 'path',
    layerId: 'red',
    pen: undefined,
    xy: [0, 0, 4000, 0, 4000, 3000],
    closed: true,
    bulges: [0, 0.5, 0],
  },
  { id: 'b', kind: 'path', layerId: 'layer-0', pen: { color: '#2b5f93' }, xy: [0, -500, 900, -500], closed: false },
  { id: 'c', kind: 'circle', layerId: 'layer-0', pen: undefined, center: { x: 6000, y: 0 }, radiusMm: 750 },
  {
    id: 'd',
    kind: 'ellipse',
    layerId: 'layer-0',
    pen: undefined,
    center: { x: 9000, y: 0 },
    axis: { x: 400, y: 300 },
    ratio: 2,
    fromRad: 0.3,
    sweepRad: 4,
  },
  {
    id: 'e',
    kind: 'text',
    layerId: 'layer-0',
    pen: undefined,
    at: { x: 0, y: 5000 },
    text: 'Oar store',
    heightMm: 200,
    turnRad: 0.5,
  },
  { id: 'f', kind: 'path', layerId: 'kept', pen: undefined, xy: [0, 0, 1, 1], closed: false },
  {
    id: 'g',
    kind: 'path',
    layerId: 'layer-0',
    pen: undefined,
    xy: [0, 8000, 1000, 8000],
    bulges: [1, 0],
    closed: false,
  },
]

const project = new Map<string, ProjectRecord>([red, kept, ...shapes].map((record) => [record.id, record]))
const bytes = () => new TextEncoder().encode([...writeDxf(modelDrawing(project.values()))].join(''))

describe('drawn lines as DXF', () => {
  it('are read by another program without complaint, on their layers; what is not handed over stays', async () => {
    const report = await readDxf(bytes())
    expect(report.errors).toEqual([])
    expect(report.layers).toContain('Doors')
    expect(report.layers).not.toContain('Only here')
    expect(report.types).toEqual({ LWPOLYLINE: 1, LINE: 1, CIRCLE: 1, ELLIPSE: 1, TEXT: 1, ARC: 1 })
    expect(report.texts).toEqual(['Oar store'])
  })

  it('come back as long as they were, by layer', () => {
    const around = surroundingsOf(project, { unit: 'mm', precision: 0 })
    const wanted = (layerId: string) =>
      shapes
        .filter((shape) => shape.layerId === layerId)
        .flatMap((shape) => chainsOf(shape, around))
        .reduce((sum, chain) => sum + chainLength(chain), 0)
    const { linework } = readOurs(bytes())
    expect(lengthOn(linework, 'Doors') / wanted('red')).toBeCloseTo(1, 3)
    expect(lengthOn(linework, 'Lines') / wanted('layer-0')).toBeCloseTo(1, 3)
  })
})

/** Length of everything on a layer, millimetres. */
function lengthOn(linework: Linework, layer: string): number {
  const on = (style: number) => linework.layers[linework.styles[style]!.layer]?.name === layer
  const along = (points: readonly Point[]) =>
    points.slice(1).reduce((sum, p, i) => sum + distance(points[i]!, p), 0) * MM_PER_PT
  let sum = 0
  linework.segmentStyles.forEach((style, i) => {
    if (on(style)) sum += along(segmentEnds(linework, i))
  })
  linework.curveStyles.forEach((style, i) => {
    if (on(style)) sum += along(flattenCubic(curveOf(linework, i), 1e-4))
  })
  return sum
}
