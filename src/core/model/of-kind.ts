import { keptByRecords } from './kept'
import type { ProjectRecord, RecordKind } from './registry'

type Records = ReadonlyMap<string, ProjectRecord>

const byKind = keptByRecords((records: Records): ReadonlyMap<RecordKind, readonly ProjectRecord[]> => {
  const found = new Map<RecordKind, ProjectRecord[]>()
  for (const record of records.values()) {
    const alike = found.get(record.kind)
    if (alike) alike.push(record)
    else found.set(record.kind, [record])
  }
  return found
})

/** All records of a kind. Worked out once for each state of the records, however many ask. */
export const ofKind = <K extends RecordKind>(
  kind: K,
  records: Records,
): readonly Extract<ProjectRecord, { kind: K }>[] =>
  (byKind(records).get(kind) ?? []) as readonly Extract<ProjectRecord, { kind: K }>[]

/** Whether there is any record of a kind. */
export const hasAny = (kind: RecordKind, records: Records): boolean => byKind(records).has(kind)
