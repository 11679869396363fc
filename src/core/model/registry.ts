import { type ObjectSchema, object, string } from 'yup'
import { type Level, levelSchema } from './level/schema'
import { type Reading, readingSchema } from './reading/schema'
import { type Settings, settingsSchema } from './settings/schema'
import { type Underlay, underlaySchema } from './underlay/schema'
import { type Wall, wallSchema } from './wall/schema'

/** Every kind of record that a project holds; a new one is a folder beside this and a line in each list. */
export type ProjectRecord = Settings | Level | Underlay | Wall | Reading
export type RecordKind = ProjectRecord['kind']

const SCHEMAS: { [K in RecordKind]: ObjectSchema<Extract<ProjectRecord, { kind: K }>> } = {
  settings: settingsSchema,
  level: levelSchema,
  underlay: underlaySchema,
  wall: wallSchema,
  reading: readingSchema,
}

const kindSchema = object({
  kind: string<RecordKind>()
    .oneOf(Object.keys(SCHEMAS) as RecordKind[])
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
