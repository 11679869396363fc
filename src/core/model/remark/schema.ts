import { array, type InferType, number, object, string } from 'yup'
import { UUID } from '../../text/uuid'
import { idSchema, pointSchema } from '../fields'

/** When something was said: ISO 8601 in UTC, to the second or finer. */
const moment = () =>
  string().matches(/^\d{4}-\d\d-\d\dT\d\d:\d\d:\d\d(\.\d+)?Z$/, 'A moment is written 2026-05-01T09:30:00Z.')

/** Who says something, as they call themselves. */
const person = () => string().trim().max(100)

const words = () => string().trim().min(1).max(4000)

const answerSchema = object({
  id: idSchema.required(),
  author: person().defined(),
  madeAt: moment().required(),
  text: words().required(),
}).noUnknown()

/** A picture of the board, small, as a `data:` address. */
const MOST_PICTURE_SIGNS = 400_000

/** Something that somebody says of a place, pinned to it. It is no part of what is traced. */
export const remarkSchema = object({
  id: idSchema.required(),
  kind: string()
    .oneOf(['remark'] as const)
    .required(),
  /** What it is called by; counts from 1. */
  number: number().integer().min(1).required(),
  text: words().required(),
  at: pointSchema.required(),
  /** The level or work plane that it stands on. */
  levelId: idSchema.required(),
  /** The elements and sheets that it is about. */
  about: array(idSchema.required()).max(1000).required(),
  status: string()
    .oneOf(['open', 'settled'] as const)
    .required(),
  author: person().defined(),
  madeAt: moment().required(),
  /** Who shall see to it; empty for nobody. */
  assignedTo: person().defined(),
  answers: array(answerSchema.required()).max(500).required(),
  picture: string()
    .matches(/^data:image\/(jpeg|png);base64,[A-Za-z0-9+/=]+$/)
    .max(MOST_PICTURE_SIGNS)
    .optional(),
  /** By which other programs know it, where it came from one (BCF). */
  topicId: string().matches(UUID).optional(),
}).noUnknown()

export type Remark = InferType<typeof remarkSchema>

export type Answer = InferType<typeof answerSchema>
