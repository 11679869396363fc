import { keptByRecords } from './kept'

export type AnyRecord = { readonly id: string; readonly kind: string }

/** The records of each kind, in their order. Worked out once for each state of the records, however many ask. */
export const byKind = keptByRecords(
  (records: ReadonlyMap<string, AnyRecord>): ReadonlyMap<string, readonly AnyRecord[]> => {
    const found = new Map<string, AnyRecord[]>()
    for (const record of records.values()) {
      const alike = found.get(record.kind)
      if (alike) alike.push(record)
      else found.set(record.kind, [record])
    }
    return found
  },
)

/** All records of a kind, for its own definition, which does not know what other kinds there are; others ask `ofKind`. */
export const recordsOf = <R extends AnyRecord>(
  kind: R['kind'],
  records: ReadonlyMap<string, AnyRecord>,
): readonly R[] => (byKind(records).get(kind) ?? []) as readonly R[]
