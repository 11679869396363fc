import type { Plan, PlannedShape } from '@/core/model/plan'
import { type BenchState, useBench } from '../bench-store'
import { paintShapes, type ShapeLook } from './painters/shapes'
import { paintWalls } from './painters/walls'
import { currentPlan } from './plan'
import type { View } from './view'

/** What a picture of everything drawn shows besides the view. */
export const pictureKey = (plan: Plan, { looking, quietOthers, choices }: BenchState): string =>
  [plan.version, looking, quietOthers, looking === 'layer' || quietOthers ? choices.layerId : ''].join(' ')

/** Shapes painted at once: a few milliseconds. */
const AT_ONCE = 2000

/** Paints everything that is drawn and shows, piece by piece. */
export function* paintDrawn(context: OffscreenCanvasRenderingContext2D, view: View): Generator<void> {
  const plan = currentPlan()
  const { looking, quietOthers, choices } = useBench.getState()
  const onActive = ({ shape }: PlannedShape) => shape.kind !== 'wall' && shape.layerId === choices.layerId
  // Both kinds of canvas paint alike.
  const canvas = context as unknown as CanvasRenderingContext2D
  if (looking !== 'layer') paintWalls(canvas, view, plan.outlines.values(), 'kept')
  const shown = [...plan.shapes.values()].filter(
    (planned) => plan.shows(planned) && (looking !== 'layer' || onActive(planned)),
  )
  const look = (planned: PlannedShape): ShapeLook => (quietOthers && !onActive(planned) ? 'quiet' : 'kept')
  for (let from = 0; from < shown.length; from += AT_ONCE) {
    paintShapes(canvas, view, plan, shown.slice(from, from + AT_ONCE), look)
    yield
  }
}
