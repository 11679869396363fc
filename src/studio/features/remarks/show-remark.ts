import { boxOf, grow } from '@/core/geometry/box'
import type { Remark } from '@/core/model/remark/schema'
import { workPlaneOf } from '@/core/model/work-plane/schema'
import { workbench } from '@/studio/board/workbench'
import { planeWorkedOn, workOn } from '@/studio/state/bench'
import { useProject } from '@/studio/state/project'
import { showBox } from '@/studio/state/view'

/** What shows around a remark. */
const AROUND_MM = 4000

/** Goes to the place of a remark, and selects what it is about. */
export function showRemark({ at, levelId, about }: Remark): void {
  const { records } = useProject.getState()
  const plane = workPlaneOf(levelId, records)
  if (plane || planeWorkedOn()) workOn(plane?.id ?? null)
  showBox(grow(boxOf([at]), AROUND_MM))
  workbench.pick(
    about.filter((id) => records.has(id)),
    false,
  )
}
