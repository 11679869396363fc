import type { Bolts } from './bolts/schema'
import { boltsShape } from './bolts/shape'
import type { Column } from './column/schema'
import { columnShape } from './column/shape'
import type { GridLine } from './grid-line/schema'
import { gridLineShape } from './grid-line/shape'
import type { Member } from './member/schema'
import { memberShape } from './member/shape'
import type { Opening } from './opening/schema'
import { openingShape } from './opening/shape'
import type { Plate } from './plate/schema'
import { plateShape } from './plate/shape'
import type { Roof } from './roof/schema'
import { roofShape } from './roof/shape'
import type { Separator } from './separator/schema'
import { separatorShape } from './separator/shape'
import type { ShapeKind } from './shape'
import type { Slab } from './slab/schema'
import { slabShape } from './slab/shape'
import type { Space } from './space/schema'
import { spaceShape } from './space/shape'
import type { Stair } from './stair/schema'
import { stairShape } from './stair/shape'
import type { Wall } from './wall/schema'
import { wallShape } from './wall/shape'

/** Elements of the building: they lie on levels, not on layers. A new one is a folder beside this and a line in each list. */
export type BuildingElement =
  | Wall
  | Opening
  | Space
  | Separator
  | Column
  | Slab
  | Roof
  | Stair
  | GridLine
  | Member
  | Plate
  | Bolts

export const BUILDING_SHAPES: {
  [K in BuildingElement['kind']]: ShapeKind<Extract<BuildingElement, { kind: K }>>
} = {
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

export const isBuildingElement = (record: { readonly kind: string }): record is BuildingElement =>
  record.kind in BUILDING_SHAPES
