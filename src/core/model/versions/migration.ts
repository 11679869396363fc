import type { RecordKind } from '../registry'

/**
 * One step from a form of records to the next. A schema that is made narrower, or a field that gets another name or
 * meaning, needs one: what people drew before must be readable, editable and removable for ever.
 */
export interface Migration {
  readonly kind: RecordKind
  /** What changed, in a sentence. */
  readonly about: string
  /** The record in the form after this step; gives up nothing of the one before, which may still be held. */
  up(record: Readonly<Record<string, unknown>>): Record<string, unknown>
}

/** Records from a version of the model that is newer than this program knows. */
export class NewerModelError extends Error {}

/** Brings a record of any kind from one version to the next ones. @param from the version that it was written in, from 1 */
export function upgradedBy(migrations: readonly Migration[], record: unknown, from: number): unknown {
  if (from > migrations.length + 1) throw new NewerModelError()
  if (typeof record !== 'object' || record === null) return record
  let now = record as Record<string, unknown>
  for (const step of migrations.slice(from - 1)) if (now.kind === step.kind) now = step.up(now)
  return now
}
