import type { Schema } from 'yup'

/** A kind of record: what it is checked against, and by that its type. */
export interface RecordKindOf<R> {
  /**
   * Checks something from outside to be such a record.
   * @throws ValidationError of Yup
   */
  validate(candidate: unknown): R
  readonly schema: Schema
}

/** A kind of record by its schema. The type may know more than Yup can tell of it. */
export const recordKind = <R>(schema: Schema): RecordKindOf<R> => ({
  schema,
  validate: (candidate) => schema.validateSync(candidate, { strict: true, abortEarly: false }) as R,
})

/** The records of a list of kinds. */
export type RecordOf<Kinds> = { [K in keyof Kinds]: Kinds[K] extends RecordKindOf<infer R> ? R : never }[keyof Kinds]
