import { keptByRecords } from '../kept'
import type { ProjectRecord } from '../registry'
import type { Underlay } from './schema'

/** The underlays of a project, from the bottom of the stack upwards. */
export const underlaysOf = keptByRecords((records: ReadonlyMap<string, ProjectRecord>): readonly Underlay[] =>
  [...records.values()].filter((record) => record.kind === 'underlay').sort((a, b) => a.order - b.order),
)
