import { placementBy } from '@/core/fit/refit'
import type { Dimension, DimensionWay } from '@/core/model/dimension/schema'
import { FIRST_LAYER } from '@/core/model/layer/schema'
import type { Path } from '@/core/model/path/schema'
import type { ProjectRecord } from '@/core/model/registry'
import { newUnderlay } from '@/core/model/underlay/new'
import { placementAtRatio } from '@/core/model/underlay/placement'
import type { KnownDimension } from '@/core/model/underlay/schema'
import { partView } from '@/core/model/work-plane/schema'
import { foundRelations } from '@/core/sketch/find'
import { MM_PER } from '@/core/units/length'

const MM_PER_IN = MM_PER.in
const PT_PER_IN = 72
/** The lower left corner of the plate on its sheet, in inches. */
const CORNER = { x: 1.5, y: 2.2 }
const VIEW = 'demo-outrigger-top'
/** A quarter of a turn. */
const QUARTER = Math.tan(Math.PI / 8)

/** A rectangle with round corners, in inches. */
function rounded(id: string, x: number, y: number, width: number, height: number, radius: number): Path {
  const [right, top] = [x + width, y + height]
  const corners = [
    [x + radius, y],
    [right - radius, y],
    [right, y + radius],
    [right, top - radius],
    [right - radius, top],
    [x + radius, top],
    [x, top - radius],
    [x, y + radius],
  ]
  return {
    id,
    kind: 'path',
    layerId: FIRST_LAYER.id,
    planeId: VIEW,
    pen: undefined,
    tracedFrom: 'demo-outrigger-sheet',
    xy: corners.flat().map((inches) => inches * MM_PER_IN),
    bulges: [0, QUARTER, 0, QUARTER, 0, QUARTER, 0, QUARTER],
    closed: true,
  }
}

/** The slot has no straight ends: its corners are half as high as itself. */
function slot(id: string, x: number, y: number, width: number, height: number): Path {
  const radius = height / 2
  const xy = [x + radius, y, x + width - radius, y, x + width - radius, y + height, x + radius, y + height]
  return {
    ...rounded(id, x, y, width, height, radius),
    xy: xy.map((inches) => inches * MM_PER_IN),
    bulges: [0, 1, 0, 1],
  }
}

const holesAt = (...places: readonly (readonly [number, number])[]) =>
  places.map(([x, y]) => ({ x: x * MM_PER_IN, y: y * MM_PER_IN }))

/** A dimension of the outline as it is printed on the sheet. @param anchors points of the outline */
const printed = (
  name: string,
  way: DimensionWay,
  inches: number,
  offsetMm: number,
  ...anchors: number[]
): Dimension => ({
  id: `demo-outrigger-${name}`,
  kind: 'dimension',
  layerId: FIRST_LAYER.id,
  planeId: VIEW,
  pen: undefined,
  way,
  anchors: anchors.map((anchor) => ({ at: { x: 0, y: 0 }, on: { id: 'demo-outrigger-outline', anchor } })),
  offsetMm,
  heightMm: 3.5,
  stated: inches * MM_PER_IN,
})

/** What holds between the lines of the plate, found as where somebody draws them, and the dimensions typed from the sheet. */
function sketched(): ProjectRecord[] {
  const lines = [
    rounded('demo-outrigger-outline', 0, 0, 6, 3, 0.375),
    slot('demo-outrigger-slot', 2.1, 0.69, 1.8, 0.31),
  ]
  let count = 0
  const relations = foundRelations(VIEW, lines, lines, [], () => `demo-outrigger-relation-${++count}`)
  const dimensions = [
    printed('wide', 'level', 6, -14, 7, 2),
    printed('high', 'upright', 3, 14, 0, 4),
    printed('corner', 'radius', 0.375, 12, 13, 12),
  ]
  return [...lines, ...relations, ...dimensions]
}

/** The outrigger plate as somebody made it from its sheet: fitted by its length, outline and slot taken, its notes drilled. */
export function outriggerPart(sheetId: string): ProjectRecord[] {
  const onSheet = (x: number, y: number) => ({ x: (CORNER.x + x) * PT_PER_IN, y: (CORNER.y + y) * PT_PER_IN })
  const length: KnownDimension = {
    id: 'demo-outrigger-length',
    role: 'fit',
    fromPt: onSheet(0, -0.1),
    toPt: onSheet(6, -0.1),
    statedMm: 6 * MM_PER_IN,
  }
  const fitted = placementBy(placementAtRatio(1), [length], false)
  const zero = onSheet(0, 0)
  return [
    {
      id: 'demo-outrigger',
      kind: 'part',
      name: 'Outrigger plate',
      material: 'Aluminium 6061-T6',
      steps: [
        {
          id: 'demo-outrigger-thick',
          kind: 'raise',
          profile: ['demo-outrigger-outline', 'demo-outrigger-slot'],
          heightMm: 0.25 * MM_PER_IN,
          fromMm: 0,
        },
        {
          id: 'demo-outrigger-holes',
          kind: 'hole',
          viewId: VIEW,
          places: holesAt([0.75, 0.75], [5.25, 0.75], [0.75, 2.25], [5.25, 2.25]),
          diameterMm: 0.201 * MM_PER_IN,
          head: undefined,
          note: '4x ⌀.201 THRU',
          tracedFrom: 'demo-outrigger-sheet',
        },
        {
          id: 'demo-outrigger-bore',
          kind: 'hole',
          viewId: VIEW,
          places: holesAt([3, 1.5]),
          diameterMm: 0.75 * MM_PER_IN,
          head: undefined,
          note: '⌀.750 ±.002',
          tracedFrom: 'demo-outrigger-sheet',
        },
        { id: 'demo-outrigger-edges', kind: 'edges', form: 'bevel', which: 'top', sizeMm: 0.5 },
      ],
    },
    partView(VIEW, 'demo-outrigger', 'top'),
    newUnderlay({
      id: 'demo-outrigger-sheet',
      name: 'Outrigger plate',
      sheetId,
      levelId: VIEW,
      placement: { ...fitted, originMm: { x: -zero.x * fitted.mmPerPt, y: -zero.y * fitted.mmPerPt } },
      dimensions: [length],
      order: 4,
    }),
    ...sketched(),
  ]
}
