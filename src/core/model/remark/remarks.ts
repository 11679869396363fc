import { type AnyRecord, recordsOf } from '../by-kind'
import { keptByRecords } from '../kept'
import type { Remark } from './schema'

/** All remarks by their numbers; two windows may have given one number twice, the older comes first then. */
export const remarksOf = keptByRecords((records: ReadonlyMap<string, AnyRecord>) =>
  recordsOf<Remark>('remark', records).toSorted(
    (a, b) => a.number - b.number || a.madeAt.localeCompare(b.madeAt) || a.id.localeCompare(b.id),
  ),
)

/** The number of the next remark. */
export const nextNumber = (records: ReadonlyMap<string, AnyRecord>): number =>
  (remarksOf(records).at(-1)?.number ?? 0) + 1
