import { useMemo } from 'react'
import { create } from 'zustand'
import type { ProjectRecord } from '@/core/model/registry'
import { type Relation, relationsOn } from '@/core/model/relation/schema'
import { type SketchState, stateOf } from '@/core/sketch/sketch'
import { useProject } from '@/studio/state/project'

interface ViewState {
  readonly relations: readonly Relation[]
  readonly state: SketchState
}

let last: { readonly planeId: string; readonly records: unknown; readonly found: ViewState } | null = null

/** What holds on a view of a part, and how far that determines it; kept until something changes. */
export function viewStateOf(planeId: string, records: ReadonlyMap<string, ProjectRecord>): ViewState {
  if (last?.planeId !== planeId || last.records !== records)
    last = { planeId, records, found: { relations: relationsOn(planeId, records), state: stateOf(planeId, records) } }
  return last.found
}

export function useViewState(planeId: string): ViewState {
  const records = useProject((project) => project.records)
  return useMemo(() => viewStateOf(planeId, records), [planeId, records])
}

/** The relation that is pointed at in the list. */
export const useLitRelation = create<{ readonly id: string | null }>(() => ({ id: null }))
