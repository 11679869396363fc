import { byKind } from './by-kind'
import type { ProjectRecord, RecordKind } from './registry'

type Records = ReadonlyMap<string, ProjectRecord>

/** All records of a kind. Worked out once for each state of the records, however many ask. */
export const ofKind = <K extends RecordKind>(
  kind: K,
  records: Records,
): readonly Extract<ProjectRecord, { kind: K }>[] =>
  (byKind(records).get(kind) ?? []) as readonly Extract<ProjectRecord, { kind: K }>[]

/** Whether there is any record of a kind. */
export const hasAny = (kind: RecordKind, records: Records): boolean => byKind(records).has(kind)
