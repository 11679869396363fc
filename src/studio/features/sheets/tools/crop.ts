import { boxOf } from '@/core/geometry/box'
import { project } from '@/core/geometry/projective'
import type { Point } from '@/core/geometry/vector'
import { boardMap, sheetMap } from '@/core/model/underlay/placement'
import type { Underlay } from '@/core/model/underlay/schema'
import { underlaysOf } from '@/core/model/underlay/underlays'
import type { BoardPoint } from '@/studio/kernel/board-point'
import { EMPTY_SESSION, type Outcome, plain, putting, type Tool, type ToolContext } from '@/studio/kernel/tool'
import { toScreen } from '@/studio/kernel/view'
import { ringOptions } from '@/studio/tooling/options'
import { ENCLOSES_NOTHING, ringClicks, ringThrough, sayRing } from '@/studio/tooling/ring'
import { palette } from '@/studio/ui/palette'

/** The sheet that is cropped: the picked one, else the uppermost that shows. */
export function croppedBy(underlays: readonly Underlay[], selection: readonly string[]): Underlay | undefined {
  return underlays.find(({ id }) => selection.includes(id)) ?? underlays.findLast(({ visible }) => visible)
}

const target = ({ records, selection }: ToolContext) => croppedBy(underlaysOf(records), selection)

const clicks = ringClicks(take)

/** Says which part of a sheet shows: by two opposite corners, or by any number of them. */
export const crop: Tool = {
  ...plain,
  name: 'crop',
  word: 'Crop',
  picture: { film: 'M8 8h8v8H8z', ink: 'M3 3h18v18H3z', red: 'M8 8h8v8H8z' },
  also: ['clip', 'cut out', 'boundary'],
  key: 'c',
  options: () => ringOptions.controls('ringShape'),
  steps: ['fit', 'trace'],
  places: true,
  loupe: false,
  say: (session, context) => {
    const underlay = target(context)
    if (!underlay) return 'Bring in a sheet first: there is nothing here to crop.'
    return sayRing(session, context, {
      first: `Click one corner of what you need of ${underlay.name}.`,
      opposite: 'Click the opposite corner. The rest is put out of sight, not lost.',
      corners: `Click the corners of what you need of ${underlay.name}, one after another.`,
    })
  },
  fields: () => [],
  ...clicks,
  click: (session, point, context) => {
    const underlay = target(context)
    return underlay?.locked ? { session: EMPTY_SESSION, locked: [underlay] } : clicks.click(session, point, context)
  },
  // What is cropped shows whole.
  shows: (underlay, { records, selection }) =>
    croppedBy(underlaysOf(records), selection)?.id === underlay.id ? { ...underlay, crop: null } : underlay,
  undone: () => EMPTY_SESSION,
  paint: (canvas, { points, cursor }, view, context) => {
    const underlay = target(context)
    if (!underlay) return
    const map = boardMap(underlay.placement)
    const trace = (ring: readonly Point[]) => {
      canvas.beginPath()
      for (const p of ring) {
        const { x, y } = toScreen(view, p)
        canvas.lineTo(x, y)
      }
    }
    canvas.save()
    canvas.strokeStyle = palette.red
    canvas.lineWidth = 1.5
    if (underlay.crop && points.length === 0) {
      canvas.setLineDash([6, 4])
      trace(underlay.crop.map((p) => project(map, p)))
      canvas.closePath()
      canvas.stroke()
      canvas.setLineDash([])
    }
    const placed = cursor ? [...points, cursor] : points
    const ring = ringOf(placed, underlay, context)
    if (ring && points.length > 0) {
      trace(ring.map((p) => project(map, p)))
      if (context.options(ringOptions).ringShape === 'rectangle') canvas.closePath()
      canvas.stroke()
    }
    canvas.restore()
  },
}

/** The crop that these points make, in the sheet's own space and along its own sides. */
function ringOf(points: readonly BoardPoint[], { placement }: Underlay, context: ToolContext): Point[] | null {
  const back = sheetMap(placement)
  return (
    back &&
    ringThrough(
      points.map(({ at }) => project(back, at)),
      context,
    )
  )
}

/** A crop narrower than this shows nothing, in points of the sheet. */
const SMALLEST_PT = 1

function take(points: readonly BoardPoint[], context: ToolContext): Outcome {
  const underlay = target(context)
  const ring = underlay && ringOf(points, underlay, context)
  if (!underlay || !ring) return { session: EMPTY_SESSION }
  const { minX, minY, maxX, maxY } = boxOf(ring)
  if (maxX - minX < SMALLEST_PT || maxY - minY < SMALLEST_PT) return ENCLOSES_NOTHING
  return { edit: putting('Crop sheet', { ...underlay, crop: ring }), session: EMPTY_SESSION, done: true }
}
