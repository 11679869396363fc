import type { Part } from '@/core/model/part/schema'
import type { ProjectRecord } from '@/core/model/registry'
import { workPlaneOf } from '@/core/model/work-plane/schema'
import { useBench } from './bench'
import { useProject } from './project'

type Records = ReadonlyMap<string, ProjectRecord>

/** The part whose view is looked at. */
export function partLookedAt(levelId: string | null, records: Records): Part | null {
  const partId = levelId === null ? undefined : workPlaneOf(levelId, records)?.partId
  const record = partId === undefined ? undefined : records.get(partId)
  return record?.kind === 'part' ? record : null
}

/** The part whose view is looked at, as it changes. */
export function useLookedPart(): Part | null {
  const records = useProject((project) => project.records)
  const levelId = useBench((bench) => bench.levelId)
  return partLookedAt(levelId, records)
}
