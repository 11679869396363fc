import { keptByRecords } from '../kept'
import { ofKind } from '../of-kind'
import type { ProjectRecord } from '../registry'
import type { Opening } from './schema'

/** The openings of each wall, by its id. */
export const openingsByWall = keptByRecords(
  (records: ReadonlyMap<string, ProjectRecord>): ReadonlyMap<string, readonly Opening[]> => {
    const openings = new Map<string, Opening[]>()
    for (const opening of ofKind('opening', records)) {
      const known = openings.get(opening.wallId)
      if (known) known.push(opening)
      else openings.set(opening.wallId, [opening])
    }
    return openings
  },
)
