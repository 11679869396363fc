import { keptByRecords } from '../kept'
import { ofKind } from '../of-kind'
import type { ProjectRecord } from '../registry'
import type { Underlay } from './schema'

/** The underlays of a project, from the bottom of the stack upwards. */
export const underlaysOf = keptByRecords((records: ReadonlyMap<string, ProjectRecord>): readonly Underlay[] =>
  ofKind('underlay', records).toSorted((a, b) => a.order - b.order),
)
