import type { Dimension } from '@/core/model/dimension/schema'
import { isPartView } from '@/core/model/work-plane/schema'
import { toolContext } from '@/studio/board/workbench'
import { put } from '@/studio/state/edits'
import { sayStated, statedOf } from '@/studio/tooling/stated'
import { CommittedField } from '@/studio/ui/CommittedField'

/** What a dimension on a view of a part states: emptied, it only measures again. */
export function StatedField({ dimension }: { dimension: Dimension }) {
  const { display, records } = toolContext()
  if (!isPartView(dimension.planeId, records)) return null
  const { stated, way } = dimension
  return (
    <CommittedField
      label="Stated"
      value={stated === undefined ? '' : sayStated(way, stated, display)}
      onCommit={(text) => {
        const { stated: _, ...measuring } = dimension
        put('State dimension', text === '' ? measuring : { ...dimension, stated: statedOf(text, way, display) })
      }}
    />
  )
}
