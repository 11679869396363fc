import { keptByRecords } from '../kept'
import type { ProjectRecord } from '../registry'
import type { Opening } from './schema'

/** The openings of each wall, by its id. */
export const openingsByWall = keptByRecords(
  (records: ReadonlyMap<string, ProjectRecord>): ReadonlyMap<string, readonly Opening[]> => {
    const openings = new Map<string, Opening[]>()
    for (const record of records.values()) {
      if (record.kind !== 'opening') continue
      const known = openings.get(record.wallId)
      if (known) known.push(record)
      else openings.set(record.wallId, [record])
    }
    return openings
  },
)
