import { object, type Schema, string } from 'yup'
import { type Bolts, boltsSchema } from './bolts/schema'
import { type Column, columnSchema } from './column/schema'
import { type Dimension, dimensionSchema } from './dimension/schema'
import { type GridLine, gridLineSchema } from './grid-line/schema'
import { type Insert, insertSchema } from './insert/schema'
import { type Layer, layerSchema } from './layer/schema'
import { type Level, levelSchema } from './level/schema'
import { type MarkUp, markUpSchema } from './mark-up/schema'
import { type Member, memberSchema } from './member/schema'
import { type Opening, openingSchema } from './opening/schema'
import { type OpeningType, openingTypeSchema } from './opening-type/schema'
import { type Part, partSchema } from './part/schema'
import { PLAIN_SCHEMAS } from './plain-schemas'
import { type Plate, plateSchema } from './plate/schema'
import { type PriceBook, priceBookSchema } from './price-book/schema'
import { type Reading, readingSchema } from './reading/schema'
import { type RecordOf, recordKind } from './record-kind'
import { type Relation, relationSchema } from './relation/schema'
import { type Remark, remarkSchema } from './remark/schema'
import { type Roof, roofSchema } from './roof/schema'
import { type OwnSection, sectionSchema } from './section/schema'
import { type Separator, separatorSchema } from './separator/schema'
import { type Settings, settingsSchema } from './settings/schema'
import { type Slab, slabSchema } from './slab/schema'
import { type Space, spaceSchema } from './space/schema'
import { type Stair, stairSchema } from './stair/schema'
import { type SymbolRecord, symbolSchema } from './symbol/schema'
import { type Underlay, underlaySchema } from './underlay/schema'
import { type SavedView, viewSchema } from './view/schema'
import { type Wall, wallSchema } from './wall/schema'
import { type WallType, wallTypeSchema } from './wall-type/schema'
import { type WorkPlane, workPlaneSchema } from './work-plane/schema'

/** Every kind of record that a project holds; a new one is a folder beside this and a line here. */
const RECORDS = {
  ...PLAIN_SCHEMAS,
  settings: recordKind<Settings>(settingsSchema),
  level: recordKind<Level>(levelSchema),
  'work-plane': recordKind<WorkPlane>(workPlaneSchema),
  underlay: recordKind<Underlay>(underlaySchema),
  reading: recordKind<Reading>(readingSchema),
  'wall-type': recordKind<WallType>(wallTypeSchema),
  'opening-type': recordKind<OpeningType>(openingTypeSchema),
  section: recordKind<OwnSection>(sectionSchema),
  view: recordKind<SavedView>(viewSchema),
  remark: recordKind<Remark>(remarkSchema),
  'mark-up': recordKind<MarkUp>(markUpSchema),
  wall: recordKind<Wall>(wallSchema),
  layer: recordKind<Layer>(layerSchema),
  dimension: recordKind<Dimension>(dimensionSchema),
  symbol: recordKind<SymbolRecord>(symbolSchema),
  insert: recordKind<Insert>(insertSchema),
  space: recordKind<Space>(spaceSchema),
  slab: recordKind<Slab>(slabSchema),
  roof: recordKind<Roof>(roofSchema),
  stair: recordKind<Stair>(stairSchema),
  'grid-line': recordKind<GridLine>(gridLineSchema),
  separator: recordKind<Separator>(separatorSchema),
  opening: recordKind<Opening>(openingSchema),
  column: recordKind<Column>(columnSchema),
  member: recordKind<Member>(memberSchema),
  plate: recordKind<Plate>(plateSchema),
  bolts: recordKind<Bolts>(boltsSchema),
  'price-book': recordKind<PriceBook>(priceBookSchema),
  relation: recordKind<Relation>(relationSchema),
  part: recordKind<Part>(partSchema),
}

export type ProjectRecord = RecordOf<typeof RECORDS>

export type RecordKind = ProjectRecord['kind']

export const RECORD_KINDS = Object.keys(RECORDS) as readonly RecordKind[]

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
  return RECORDS[kind].validate(candidate)
}

/** What a kind of record is checked against, for who describes it. */
export const schemaOf = (kind: RecordKind): Schema => RECORDS[kind].schema
