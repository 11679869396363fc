import { array, boolean, type InferType, number, object, string, tuple } from 'yup'
import { finite, idSchema, lengthMm, pointSchema } from '../fields'

/** How a print is distorted before it is scaled: along, up, and by how much of the height it leans. Keeps the area. */
const strainSchema = object({
  along: finite().positive().max(10).required(),
  up: finite().positive().max(10).required(),
  lean: finite().min(-10).max(10).required(),
}).noUnknown()

/** A number of a matrix. */
const entry = () => finite().required()

/**
 * From sheet space (points) to the work plane (millimetres): scale, then turn, then shift; before that an affine
 * placement strains the sheet, and a homography bends it straight.
 */
export const placementSchema = object({
  kind: string()
    .oneOf(['similarity', 'affine', 'homography'] as const)
    .required(),
  /** Only of an affine placement. */
  strain: strainSchema.optional().default(undefined),
  /** Only of a homography: from the sheet, seen askew, to the sheet as seen straight on; nine numbers by rows. */
  bend: tuple([entry(), entry(), entry(), entry(), entry(), entry(), entry(), entry(), entry()]).optional(),
  /** Millimetres of the building in one point of the sheet; of a strained one on average. */
  mmPerPt: finite().positive().max(1e9).required(),
  turnRad: finite().required(),
  /** Where the sheet's lower left corner lies. */
  originMm: pointSchema.required(),
}).noUnknown()

/** Two points of a sheet with the length that is stated between them. */
export const knownDimensionSchema = object({
  id: idSchema.required(),
  /** Sheet space. */
  fromPt: pointSchema.required(),
  toPt: pointSchema.required(),
  statedMm: lengthMm().positive().required(),
  /** What is stated: the distance itself, or only its part along or across the board. Left out for the distance. */
  axis: string()
    .oneOf(['along', 'across'] as const)
    .optional(),
  /**
   * How far the drawn length may be off by how it was picked (standard deviation in points of the sheet), where that is
   * known: in the pixels of an image, or by the bare hand. Left out for points of drawn lines.
   */
  pickedPt: finite().positive().max(1e4).optional(),
  /** `fit`: the scale comes from it, and from others of this kind. `check`: measured afterwards to see whether the scale holds. */
  role: string()
    .oneOf(['fit', 'check'] as const)
    .required(),
}).noUnknown()

const partChoiceSchema = object({ key: string().max(300).required(), visible: boolean().required() }).noUnknown()

/** A sheet placed in the project. */
export const underlaySchema = object({
  id: idSchema.required(),
  kind: string()
    .oneOf(['underlay'] as const)
    .required(),
  name: string().max(200).required(),
  sheetId: idSchema.required(),
  placement: placementSchema.required(),
  dimensions: array(knownDimensionSchema.required()).max(500).required(),
  /**
   * How it came to its size where no dimension fits it: laid onto points, typed, or recorded in its file; `unread` while it has none of its own
   * yet, since it was laid down before its page was read.
   */
  sizedBy: string()
    .oneOf(['points', 'typed', 'recorded', 'unread'] as const)
    .optional(),
  /** The level that it lies on. */
  levelId: idSchema.required(),
  /** Of the sheet, in its own space: what lies outside neither shows nor is caught. Null for the whole of it. */
  crop: array(pointSchema.required()).min(3).max(500).nullable().defined(),
  /** What of the sheet is switched against its own state; keys as in sheet/looks.ts. */
  parts: array(partChoiceSchema.required()).max(1000).required(),
  /** Whether reviewers' mark-up shows. */
  markup: boolean().required(),
  /** As printed, drawn from its lines, or only where it lies: its frame alone, of which nothing is caught. */
  drawing: string()
    .oneOf(['print', 'lines', 'frame'] as const)
    .required(),
  /** One colour for all of it; null for its own. */
  tint: string()
    .matches(/^#[0-9a-f]{6}$/, 'A tint is a colour like #155457.')
    .nullable()
    .defined(),
  visible: boolean().required(),
  locked: boolean().required(),
  catching: boolean().required(),
  /** How strongly the sheet shows, 0.1 to 1. */
  tone: finite().min(0.1).max(1).required(),
  /** Place in the stack, larger lies on top. */
  order: number().required(),
}).noUnknown()

export type Placement = InferType<typeof placementSchema>
export type KnownDimension = InferType<typeof knownDimensionSchema>
export type Underlay = InferType<typeof underlaySchema>
