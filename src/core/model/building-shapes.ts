import { boltsShape } from './bolts/shape'
import { columnShape } from './column/shape'
import { gridLineShape } from './grid-line/shape'
import { memberShape } from './member/shape'
import { openingShape } from './opening/shape'
import { plateShape } from './plate/shape'
import { roofShape } from './roof/shape'
import { separatorShape } from './separator/shape'
import type { ElementKind } from './shape'
import { slabShape } from './slab/shape'
import { spaceShape } from './space/shape'
import { stairShape } from './stair/shape'
import { wallShape } from './wall/shape'

/** Elements of the building: they lie on levels, not on layers. A new one is a folder beside this and a line here. */
export const BUILDING_SHAPES = {
  wall: wallShape,
  opening: openingShape,
  space: spaceShape,
  separator: separatorShape,
  column: columnShape,
  slab: slabShape,
  roof: roofShape,
  stair: stairShape,
  'grid-line': gridLineShape,
  member: memberShape,
  plate: plateShape,
  bolts: boltsShape,
}

type ElementOf<Kinds> = { [K in keyof Kinds]: Kinds[K] extends ElementKind<infer E> ? E : never }[keyof Kinds]

export type BuildingElement = ElementOf<typeof BUILDING_SHAPES>

export const isBuildingElement = (record: { readonly kind: string }): record is BuildingElement =>
  record.kind in BUILDING_SHAPES

/** What is known of the kind of an element. */
export const elementKind = (element: BuildingElement): ElementKind<BuildingElement> =>
  BUILDING_SHAPES[element.kind] as ElementKind<never> as ElementKind<BuildingElement>
