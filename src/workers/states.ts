import { expose } from 'comlink'
import type { ProjectRecord } from '@/core/model/registry'
import { type ChangedSolids, changedSolids } from '@/core/states/changed-solids'
import { compareStates, type StateComparison } from '@/core/states/compare-states'
import type { ElementChange } from '@/core/states/element-change'

const byId = (records: readonly ProjectRecord[]) => new Map(records.map((record) => [record.id, record]))

/** Compares states of a project beside the page of the browser. */
const comparer = {
  compare: (before: readonly ProjectRecord[], after: readonly ProjectRecord[]): StateComparison =>
    compareStates(byId(before), byId(after)),
  solids: (
    before: readonly ProjectRecord[],
    after: readonly ProjectRecord[],
    elements: readonly ElementChange[],
  ): ChangedSolids => changedSolids(byId(before), byId(after), elements),
}

export type StateComparer = typeof comparer

expose(comparer)
