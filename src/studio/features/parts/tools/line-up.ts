import type { Frame } from '@/core/geometry/space'
import { movedBy } from '@/core/model/underlay/placement'
import { underlaysOf } from '@/core/model/underlay/underlays'
import { frameOf } from '@/core/model/work-plane/frame'
import { SIDE_WORDS, type WorkPlane, workPlaneOf } from '@/core/model/work-plane/schema'
import { linedUp, lineOnView } from '@/core/part/line-up'
import { EMPTY_SESSION, plain, type Tool, type ToolContext } from '@/studio/kernel/tool'
import { toScreen, type View } from '@/studio/kernel/view'
import { paintSpot } from '@/studio/painters/relations'
import { palette } from '@/studio/ui/palette'
import { lineUpOptions } from '../options'

const viewHere = ({ planeId, records }: ToolContext): WorkPlane | null => {
  const plane = planeId === null ? null : workPlaneOf(planeId, records)
  return plane?.partId === undefined ? null : plane
}

/** The place that was clicked on another view of the same part, with how that view lies. */
function elsewhere(here: WorkPlane, { options, records }: ToolContext) {
  const { lineUp } = options(lineUpOptions)
  const other = lineUp && workPlaneOf(lineUp.viewId, records)
  if (!lineUp || !other?.side || other.id === here.id || other.partId !== here.partId) return null
  return { side: other.side, frame: frameOf(other.id, records), at: lineUp.at }
}

/** Lines up what lies on one view of a part with another one by a point that both show. */
export const lineUp: Tool = {
  ...plain,
  name: 'line-up',
  word: 'Line up views',
  picture: { film: 'M4 4h7v6H4zM4 15h12v5H4z', ink: 'M4 4h7v6H4zM4 15h12v5H4z', red: 'M11 2v20' },
  also: ['align views'],
  key: null,
  onPart: true,
  steps: ['fit', 'trace'],
  places: true,
  loupe: true,
  say: (_, context) => {
    const here = viewHere(context)
    if (!here) return 'Views of a part are lined up: look at one first.'
    const first = elsewhere(here, context)
    if (first)
      return `Click the point that you clicked on the ${SIDE_WORDS[first.side].toLowerCase()} view: the sheets here move onto the line.`
    return context.options(lineUpOptions).lineUp
      ? 'Now look at another view of the part, and click the same point there.'
      : 'Click a point of the part that another view shows too.'
  },
  fields: () => [],
  click: (session, point, context) => {
    const here = viewHere(context)
    if (!here) return { session, say: lineUp.say(session, context) }
    const first = elsewhere(here, context)
    if (!first) return { session, choose: lineUpOptions.with({ lineUp: { viewId: here.id, at: point.at } }) }
    const frame: Frame = frameOf(here.id, context.records)
    const by = linedUp(first, { frame, at: point.at })
    const loose = underlaysOf(context.records).filter(({ levelId }) => levelId === here.id)
    if (!by) return { session, say: 'These views look the same way.' }
    if (loose.length === 0) return { session, say: 'No sheet lies on this view that could move.' }
    const refitted = loose.map((before) => ({
      before,
      after: { ...before, placement: movedBy(before.placement, by) },
    }))
    return {
      session: EMPTY_SESSION,
      refit: { label: 'Line up view', refitted },
      choose: lineUpOptions.with({ lineUp: null }),
    }
  },
  enter: () => ({ session: EMPTY_SESSION, choose: lineUpOptions.with({ lineUp: null }) }),
  paint: (canvas, _, view, context) => {
    const here = viewHere(context)
    const kept = context.options(lineUpOptions).lineUp
    if (!here || !kept) return
    if (kept.viewId === here.id) return paintSpot(canvas, view, kept.at)
    const first = elsewhere(here, context)
    const line = first && lineOnView(first, frameOf(here.id, context.records))
    if (line) paintAcross(canvas, view, line)
  },
}

/** The line on which the point has to come to lie, across the whole board. */
function paintAcross(
  canvas: CanvasRenderingContext2D,
  view: View,
  { through, along }: NonNullable<ReturnType<typeof lineOnView>>,
): void {
  const far = (view.width + view.height) / view.pxPerMm + Math.hypot(view.center.x, view.center.y)
  const ends = [-1, 1].map((side) =>
    toScreen(view, { x: through.x + along.x * far * side, y: through.y + along.y * far * side }),
  )
  canvas.save()
  canvas.beginPath()
  for (const { x, y } of ends) canvas.lineTo(x, y)
  canvas.strokeStyle = palette.red
  canvas.lineWidth = 1.25
  canvas.setLineDash([10, 4])
  canvas.stroke()
  canvas.restore()
}
