import { type InferType, object, string } from 'yup'
import { idSchema, pointSchema } from '../fields'

/** A line by which a building is set out (IfcGridAxis). It stands on every level. */
export const gridLineSchema = object({
  id: idSchema.required(),
  kind: string()
    .oneOf(['grid-line'] as const)
    .required(),
  /** What its bubbles say. */
  name: string().trim().min(1).max(10).required(),
  start: pointSchema.required(),
  end: pointSchema.required(),
  /** The underlay that it was traced from, where that is known. */
  tracedFrom: idSchema.optional(),
}).noUnknown()

export type GridLine = InferType<typeof gridLineSchema>

/** The name after another one: 1, 2 … 9, 10; A, B … Z, AA. I and O, which are read as figures, are left out (ISO 4172). */
export function nameAfter(name: string): string {
  if (/^\d+$/.test(name)) return String(Number(name) + 1)
  const letters = [...name.toUpperCase()]
  if (!letters.every((each) => LETTERS.includes(each))) return '1'
  for (let i = letters.length - 1; i >= 0; i--) {
    const next = LETTERS[LETTERS.indexOf(letters[i]!) + 1]
    letters[i] = next ?? 'A'
    if (next) return letters.join('')
  }
  return `A${letters.join('')}`
}

const LETTERS = 'ABCDEFGHJKLMNPQRSTUVWXYZ'
