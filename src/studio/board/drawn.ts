import { type Building, builtFrom } from '@/core/building/building'
import { levelBelow } from '@/core/model/level/schema'
import type { Plan, PlannedShape } from '@/core/model/plan'
import { isDrawn } from '@/core/model/shapes'
import type { Canvas } from '@/studio/kernel/canvas'
import { valuesOf } from '@/studio/kernel/options'
import type { View } from '@/studio/kernel/view'
import { paintLayers } from '@/studio/painters/layers'
import { paintNeighbours, planeLookedAt } from '@/studio/painters/plane'
import { paintRooms } from '@/studio/painters/rooms'
import { paintShapes, type ShapeLook } from '@/studio/painters/shapes'
import { paintWalls } from '@/studio/painters/walls'
import { type BenchState, optionsNow, useBench } from '@/studio/state/bench'
import { currentPlan } from '@/studio/state/plan'
import { recordsInSight, useProject } from '@/studio/state/project'
import { numbering } from '@/studio/tooling/numbering'
import { layerOptions } from '@/studio/tooling/options'

/** What a picture of everything drawn shows besides the view. */
export const pictureKey = (plan: Plan, { looking, quietOthers, ghostBelow, chosen }: BenchState): string =>
  [
    plan.version,
    ghostBelow,
    looking,
    quietOthers,
    looking === 'layer' || quietOthers ? valuesOf(layerOptions, chosen).layerId : '',
  ].join(' ')

let built: { readonly version: number; readonly building: Building } | null = null

/** What the plan comes to, kept until it changes. */
function buildingNow(plan: Plan): Building {
  if (built?.version !== plan.version) built = { version: plan.version, building: builtFrom(plan, plan.around.records) }
  return built.building
}

/** Shapes painted at once: a few milliseconds. */
const AT_ONCE = 400

/** Paints everything that is drawn and shows, piece by piece. */
export function* paintDrawn(canvas: OffscreenCanvasRenderingContext2D, view: View): Generator<void> {
  const plan = currentPlan()
  const { looking, quietOthers, ghostBelow } = useBench.getState()
  const { layerId } = optionsNow(layerOptions)
  const onActive = ({ shape }: PlannedShape) => isDrawn(shape) && shape.layerId === layerId
  if (looking !== 'layer') {
    const below = ghostBelow && plan.levelId ? levelBelow(recordsInSight(useProject.getState()), plan.levelId) : null
    if (below) {
      const ghosts = plan.onLevel(below).filter(({ shape }) => shape.kind !== 'space')
      paintWalls(
        canvas,
        view,
        ghosts.flatMap(({ shape }) => plan.ringsOf(shape.id)),
        'ghost',
      )
      paintShapes(canvas, view, plan, ghosts, () => 'ghost')
    }
    const plane = planeLookedAt(plan)
    if (plane) paintNeighbours(canvas, view, buildingNow(plan), plan.around.frame, plane)
    paintRooms(canvas, view, plan, plan.shapes.values(), 'kept')
    paintWalls(canvas, view, plan.shownOutlines(), 'kept')
    paintLayers(canvas, view, plan)
  }
  const shown = [...plan.shapes.values()].filter(
    (planned) => plan.shows(planned) && (looking !== 'layer' || onActive(planned)),
  )
  const onPlane = planeLookedAt(plan)?.id
  // Members of other planes that come near are there to be caught, not to be mistaken for those of this one.
  const isOther = ({ shape }: PlannedShape) =>
    onPlane !== undefined && shape.kind === 'member' && shape.levelId !== onPlane
  const look = (planned: PlannedShape): ShapeLook =>
    isOther(planned) || (quietOthers && !onActive(planned)) ? 'quiet' : 'kept'
  for (let from = 0; from < shown.length; from += AT_ONCE) {
    paintShapes(canvas, view, plan, shown.slice(from, from + AT_ONCE), look)
    yield
  }
}

/** Paints what is picked of what is drawn, over it. */
export function* paintPicked(canvas: Canvas, view: View): Generator<void> {
  const plan = currentPlan()
  const { selection } = useBench.getState()
  const picked = selection.flatMap((id) => plan.shapes.get(id) ?? [])
  paintRooms(canvas, view, plan, picked, 'picked')
  for (let from = 0; from < picked.length; from += AT_ONCE) {
    paintShapes(canvas, view, plan, picked.slice(from, from + AT_ONCE), () => 'picked')
    yield
  }
  paintWalls(
    canvas,
    view,
    selection.map((id) => plan.outlines.get(id) ?? []),
    'picked',
  )
}

const numberOfSelection = numbering()

/** What a picture of what is picked shows besides the view. */
export const pickedKey = (plan: Plan, selection: readonly string[]): string =>
  `${plan.version} ${numberOfSelection(selection)}`
