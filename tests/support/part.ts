import { FIRST_LAYER } from '@/core/model/layer/schema'
import type { Part } from '@/core/model/part/schema'
import type { PartStep } from '@/core/model/part/steps'
import type { ProjectRecord } from '@/core/model/registry'
import { type PartSide, partView } from '@/core/model/work-plane/schema'

/** A view of the part called part. */
export const viewOfPart = (side: PartSide) => partView(side, 'part', side)

const on = (planeId: string) => ({ layerId: FIRST_LAYER.id, planeId, pen: undefined })

export const box = (
  id: string,
  x: number,
  y: number,
  width: number,
  height: number,
  planeId: PartSide = 'top',
): ProjectRecord => ({
  ...on(planeId),
  id,
  kind: 'path',
  xy: [x, y, x + width, y, x + width, y + height, x, y + height],
  closed: true,
})

export const disc = (id: string, x: number, y: number, radiusMm: number): ProjectRecord => ({
  ...on('top'),
  id,
  kind: 'circle',
  center: { x, y },
  radiusMm,
})

export const line = (id: string, xy: number[]): ProjectRecord => ({ ...on('top'), id, kind: 'path', xy, closed: false })

export const partOf = (...steps: readonly PartStep[]): Part => ({
  id: 'part',
  kind: 'part',
  name: 'Bracket',
  material: 'POM',
  steps,
})

/** Two holes of 8 mm through a plate, where nothing else is said. */
export const holes = (step: Partial<Extract<PartStep, { kind: 'hole' }>> = {}): PartStep => ({
  id: 'holes',
  kind: 'hole',
  viewId: 'top',
  places: [
    { x: 20, y: 20 },
    { x: 180, y: 80 },
  ],
  diameterMm: 8,
  head: undefined,
  ...step,
})

/** What is drawn for a plate of 200 by 100 mm with a bore, an island in it, a pocket and a slot from the front. */
export const PLATE_LINES: readonly ProjectRecord[] = [
  viewOfPart('top'),
  viewOfPart('front'),
  viewOfPart('side'),
  box('plate', 0, 0, 200, 100),
  disc('bore', 50, 50, 20),
  disc('island', 50, 50, 8),
  box('pocket', 120, 20, 40, 60),
  box('slot', 80, 2, 40, 6, 'front'),
]

/** The plate, 10 mm thick. */
export const THICK: PartStep = {
  id: 'thick',
  kind: 'raise',
  profile: ['plate', 'bore', 'island'],
  heightMm: 10,
  fromMm: 0,
}
