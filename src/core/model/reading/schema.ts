import { type InferType, object, string } from 'yup'
import { type LengthUnit, parseLength } from '../../units/length'
import { idSchema, lengthMm } from '../fields'

/** A length that was measured on site and has no place on a sheet yet. */
export const readingSchema = object({
  id: idSchema.required(),
  kind: string()
    .oneOf(['reading'] as const)
    .required(),
  statedMm: lengthMm().positive().required(),
  /** What was measured, in the words of whoever did; may be empty. */
  note: string().max(200).defined(),
}).noUnknown()

export type Reading = InferType<typeof readingSchema>

/** `hall, north wall: 5.21 m`: words, then a length that begins with a figure. */
const NOTED = /^(.*?)[\s:;,]*((?:\d|\.\d).*)$/

/**
 * Reads one line of a list of lengths.
 * @throws LengthError
 */
export function readReading(line: string, unit: LengthUnit): Pick<Reading, 'statedMm' | 'note'> {
  const [, note = '', figure = line] = line.trim().match(NOTED) ?? []
  return { statedMm: parseLength(figure, unit), note: note.slice(0, 200) }
}
