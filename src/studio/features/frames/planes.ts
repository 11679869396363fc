import { levelsOf } from '@/core/model/level/schema'
import { isFramed } from '@/core/model/work-plane/follow'
import { workPlaneOf, workPlanesOf } from '@/core/model/work-plane/schema'
import { workbench } from '@/studio/board/workbench'
import { drawerOf } from '@/studio/kernel/drawer'
import { showViews, useBench, workOn } from '@/studio/state/bench'
import { tell } from '@/studio/state/notices'
import { useProject } from '@/studio/state/project'
import { showAll } from '@/studio/state/show'
import { useView, whenSized } from '@/studio/state/view'
import { member as memberTool } from './tools/member'

/** Where each plane was looked at last: coming back to it finds it as it was left. */
const looks = new Map<string, { center: { x: number; y: number }; pxPerMm: number }>()
/** The plane and the plan that were looked at last. */
let [lastPlane, lastLevel]: [string | null, string | null] = [null, null]

const PLAN = 'plan'

/** Whenever another plane is looked at: finds it as it was left, with a tool that is of use there. @returns a function that stops that */
export const followPlanes = (): (() => void) =>
  useBench.subscribe(({ levelId }, { levelId: former }) => {
    if (levelId !== former) turnTo(levelId, former)
  })

function turnTo(levelId: string | null, former: string | null): void {
  const { records } = useProject.getState()
  const isPlane = (id: string | null) => id !== null && workPlaneOf(id, records) !== null
  const { center, pxPerMm } = useView.getState()
  looks.set(isPlane(former) ? former! : PLAN, { center, pxPerMm })
  if (isPlane(former)) lastPlane = former
  else lastLevel = former
  // What is built on levels has no place on an upright plane.
  const tool = useBench.getState().tool
  // Nothing of a building stands in the space of a part.
  if (levelId !== null && workPlaneOf(levelId, records)?.partId) {
    if (tool.onPlan || (tool.drawer && drawerOf(tool.drawer).ofBuilding)) workbench.layAside()
  } else if (isPlane(levelId) && tool.onPlan) workbench.take(memberTool)
  if (!isPlane(former) && !isPlane(levelId)) return
  const known = looks.get(isPlane(levelId) ? levelId! : PLAN)
  if (known) useView.setState(known)
  else whenSized(showAll)
}

/** From the plan to a work plane and back: to that of what is picked, else to the one that was looked at last. */
export function changePlaneAndPlan(): void {
  const { records } = useProject.getState()
  const { levelId, selection, views } = useBench.getState()
  // The solids show no plane: the board comes back.
  const fromSolid = views === 'solid'
  if (fromSolid) showViews('plan')
  const picked = selection.map((id) => records.get(id)).find((record) => isFramed(record))
  const own = isFramed(picked) ? workPlaneOf(picked.levelId, records)?.id : undefined
  if (own && (fromSolid || !levelId || !workPlaneOf(levelId, records))) return workOn(own)
  if (fromSolid) return
  if (levelId && workPlaneOf(levelId, records)) {
    const level = lastLevel && records.has(lastLevel) ? lastLevel : null
    return workOn(level ?? (levelsOf(records).length > 1 ? null : level))
  }
  const plane = lastPlane && workPlaneOf(lastPlane, records) ? lastPlane : workPlanesOf(records)[0]?.id
  if (plane) workOn(plane)
  else tell('There is no work plane yet: Build, Work plane stands one up along a line of the plan.')
}

/** From the board to the solids and back. */
export function changeBoardAndSolid(): void {
  const { views } = useBench.getState()
  showViews(views === 'solid' ? 'plan' : 'solid')
}
