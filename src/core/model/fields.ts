import { number, object, string } from 'yup'

/** Ids are made by the client, so that a change can be sent twice and applied once. */
export const idSchema = string().matches(/^[\w-]{1,64}$/, 'An id has 1 to 64 letters, figures, dashes or underscores.')

/** JSON has no way to write infinity, but a validated object might. */
export const finite = () =>
  number().test('finite', 'A number is finite.', (value) => value === undefined || Number.isFinite(value))

/** Sites carry coordinates of hundreds of kilometres; beyond the earth's size it is a mistake. */
const FARTHEST_MM = 4e10

export const lengthMm = () => finite().min(-FARTHEST_MM).max(FARTHEST_MM)

export const pointSchema = object({ x: lengthMm().required(), y: lengthMm().required() }).noUnknown()

/** What a kind of wall, door or window is rated for, where that is known. */
export const ratedFields = {
  /** As its code writes it: `EI 30`, `60 min`. */
  fireRating: string().trim().max(40).optional(),
  /** Thermal transmittance, W/(m² K). */
  uValue: finite().positive().max(100).optional(),
}

/** Of which version of an item in a library a record is. */
export const libraryField = object({
  id: idSchema.required(),
  version: number().integer().min(1).required(),
  /** Left out for the organisation's. */
  shelf: string()
    .oneOf(['mine'] as const)
    .optional(),
})
  .noUnknown()
  .optional()
  .default(undefined)
