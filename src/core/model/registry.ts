import { type ObjectSchema, object, string } from 'yup'
import { type Bolts, boltsSchema } from './bolts/schema'
import { type Circle, circleSchema } from './circle/schema'
import { type Column, columnSchema } from './column/schema'
import { type Dimension, dimensionSchema } from './dimension/schema'
import { type Ellipse, ellipseSchema } from './ellipse/schema'
import { type GridLine, gridLineSchema } from './grid-line/schema'
import { type Hatch, hatchSchema } from './hatch/schema'
import { type Insert, insertSchema } from './insert/schema'
import { type Layer, layerSchema } from './layer/schema'
import { type Level, levelSchema } from './level/schema'
import { type Member, memberSchema } from './member/schema'
import { type Opening, openingSchema } from './opening/schema'
import { type OpeningType, openingTypeSchema } from './opening-type/schema'
import { type Part, partSchema } from './part/schema'
import { type Path, pathSchema } from './path/schema'
import { type Plate, plateSchema } from './plate/schema'
import { type PriceBook, priceBookSchema } from './price-book/schema'
import { type Reading, readingSchema } from './reading/schema'
import { type Relation, relationSchema } from './relation/schema'
import { type Roof, roofSchema } from './roof/schema'
import { type OwnSection, sectionSchema } from './section/schema'
import { type Separator, separatorSchema } from './separator/schema'
import { type Settings, settingsSchema } from './settings/schema'
import { type Slab, slabSchema } from './slab/schema'
import { type Space, spaceSchema } from './space/schema'
import { type Spline, splineSchema } from './spline/schema'
import { type Stair, stairSchema } from './stair/schema'
import { type SymbolRecord, symbolSchema } from './symbol/schema'
import { type Text, textSchema } from './text/schema'
import { type Underlay, underlaySchema } from './underlay/schema'
import { type SavedView, viewSchema } from './view/schema'
import { type Wall, wallSchema } from './wall/schema'
import { type WallType, wallTypeSchema } from './wall-type/schema'
import { type WorkPlane, workPlaneSchema } from './work-plane/schema'

/** Every kind of record that a project holds; a new one is a folder beside this and a line in each list. */
export type ProjectRecord =
  | Settings
  | Level
  | WorkPlane
  | Underlay
  | Reading
  | WallType
  | OpeningType
  | OwnSection
  | SavedView
  | Wall
  | Layer
  | Path
  | Circle
  | Ellipse
  | Spline
  | Text
  | Dimension
  | Hatch
  | SymbolRecord
  | Insert
  | Space
  | Slab
  | Roof
  | Stair
  | GridLine
  | Separator
  | Opening
  | Column
  | Member
  | Plate
  | Bolts
  | Part
  | PriceBook
  | Relation

export type RecordKind = ProjectRecord['kind']

const SCHEMAS: Record<RecordKind, ObjectSchema<object>> = {
  settings: settingsSchema,
  level: levelSchema,
  'work-plane': workPlaneSchema,
  underlay: underlaySchema,
  reading: readingSchema,
  'wall-type': wallTypeSchema,
  'opening-type': openingTypeSchema,
  section: sectionSchema as unknown as ObjectSchema<object>,
  view: viewSchema,
  wall: wallSchema,
  layer: layerSchema,
  path: pathSchema,
  circle: circleSchema,
  ellipse: ellipseSchema,
  spline: splineSchema,
  text: textSchema,
  dimension: dimensionSchema,
  hatch: hatchSchema,
  symbol: symbolSchema,
  insert: insertSchema,
  space: spaceSchema,
  slab: slabSchema,
  roof: roofSchema,
  stair: stairSchema,
  'grid-line': gridLineSchema,
  separator: separatorSchema,
  opening: openingSchema,
  column: columnSchema,
  member: memberSchema,
  plate: plateSchema,
  bolts: boltsSchema,
  'price-book': priceBookSchema,
  relation: relationSchema,
  part: partSchema as unknown as ObjectSchema<object>,
}

export const RECORD_KINDS = Object.keys(SCHEMAS) as readonly RecordKind[]

const kindSchema = object({
  kind: string<RecordKind>()
    .oneOf([...RECORD_KINDS])
    .required(),
})

/**
 * Checks something from outside to be a record.
 * @throws ValidationError of Yup
 */
export function validateRecord(candidate: unknown): ProjectRecord {
  const { kind } = kindSchema.validateSync(candidate, { strict: true })
  return SCHEMAS[kind].validateSync(candidate, { strict: true, abortEarly: false }) as ProjectRecord
}
