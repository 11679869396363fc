import { levelsOf } from '@/core/model/level/schema'
import { partsOf } from '@/core/model/part/schema'
import type { ProjectRecord } from '@/core/model/registry'
import { viewsOf, workPlanesOf } from '@/core/model/work-plane/schema'

/** Everything that sheets can lie on, by name: levels, work planes, the views of parts. */
export const boardsOf = (
  records: ReadonlyMap<string, ProjectRecord>,
): readonly { readonly id: string; readonly name: string }[] => [
  ...levelsOf(records),
  ...workPlanesOf(records),
  ...partsOf(records).flatMap((part) =>
    viewsOf(part.id, records).map(({ id, name }) => ({ id, name: `${part.name}, ${name.toLowerCase()}` })),
  ),
]
