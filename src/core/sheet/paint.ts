import type { Box } from '../geometry/box'
import { curveOf, type Linework } from './linework'
import { NOTHING_HIDDEN, type Shown } from './looks'

/** The part of a canvas that painting needs: that of a browser, a worker or the server alike. */
export type Canvas2D = Pick<
  OffscreenCanvasRenderingContext2D,
  | 'save'
  | 'restore'
  | 'setTransform'
  | 'beginPath'
  | 'moveTo'
  | 'lineTo'
  | 'bezierCurveTo'
  | 'stroke'
  | 'fillText'
  | 'measureText'
  | 'setLineDash'
  | 'lineDashOffset'
  | 'strokeStyle'
  | 'fillStyle'
  | 'lineWidth'
  | 'globalAlpha'
  | 'font'
>

export interface PaintOptions {
  /** The part of the sheet to paint, in points, y up; its upper left corner falls on the canvas's. */
  readonly region: Box
  readonly pxPerPt: number
  readonly shown?: Shown
  /** Only lines of this look; for showing what a layer holds. */
  readonly color?: string
}

/** The thinnest pen: thinner, lines of one pixel grow faint. */
const THINNEST_PX = 0.75
/** The widest: a heavy pen on a drawing without paper would cover what it draws. */
const WIDEST_PX = 6
/** Text smaller than this is not read, and costs more than all lines. */
const SMALLEST_TEXT_PX = 2.5

/** Paints the linework of a sheet: lines with their weights, colours and dashes, and text as text. */
export function paintLinework(canvas: Canvas2D, linework: Linework, options: PaintOptions): void {
  const { region, pxPerPt, shown = NOTHING_HIDDEN, color } = options
  const x0 = -region.minX * pxPerPt
  const y0 = region.maxY * pxPerPt
  canvas.save()
  canvas.setTransform(1, 0, 0, 1, 0, 0)
  let style = -1
  let open = 0
  const begin = (next: number) => {
    if (next === style && open < 4000) {
      open++
      return
    }
    if (style >= 0) canvas.stroke()
    style = next
    open = 0
    const { color: own, alpha, widthPt, dashPt, dashPhasePt = 0, kind } = linework.styles[next]!
    canvas.strokeStyle = color ?? (own === 'pattern' ? '#808080' : own)
    canvas.globalAlpha = alpha
    canvas.lineWidth = kind === 'fill' ? THINNEST_PX : Math.min(WIDEST_PX, Math.max(THINNEST_PX, widthPt * pxPerPt))
    const longest = Math.max(0, ...dashPt) * pxPerPt
    canvas.setLineDash(longest > 2 ? dashPt.map((length) => length * pxPerPt) : [])
    canvas.lineDashOffset = dashPhasePt * pxPerPt
    canvas.beginPath()
  }
  const { segments, segmentFlags, segmentStyles } = linework
  for (let i = 0; i < segmentFlags.length; i++) {
    const at = 4 * i
    const ax = segments[at]!
    const ay = segments[at + 1]!
    const bx = segments[at + 2]!
    const by = segments[at + 3]!
    if (ax < region.minX && bx < region.minX) continue
    if (ax > region.maxX && bx > region.maxX) continue
    if (ay < region.minY && by < region.minY) continue
    if (ay > region.maxY && by > region.maxY) continue
    if (!shown.admits(segmentStyles[i]!, segmentFlags[i]!)) continue
    begin(segmentStyles[i]!)
    canvas.moveTo(x0 + ax * pxPerPt, y0 - ay * pxPerPt)
    canvas.lineTo(x0 + bx * pxPerPt, y0 - by * pxPerPt)
  }
  for (let i = 0; i < linework.curveFlags.length; i++) {
    if (!shown.admits(linework.curveStyles[i]!, linework.curveFlags[i]!)) continue
    const { start, pullStart, pullEnd, end } = curveOf(linework, i)
    const xs = [start.x, pullStart.x, pullEnd.x, end.x]
    const ys = [start.y, pullStart.y, pullEnd.y, end.y]
    if (Math.max(...xs) < region.minX || Math.min(...xs) > region.maxX) continue
    if (Math.max(...ys) < region.minY || Math.min(...ys) > region.maxY) continue
    begin(linework.curveStyles[i]!)
    canvas.moveTo(x0 + start.x * pxPerPt, y0 - start.y * pxPerPt)
    canvas.bezierCurveTo(
      x0 + pullStart.x * pxPerPt,
      y0 - pullStart.y * pxPerPt,
      x0 + pullEnd.x * pxPerPt,
      y0 - pullEnd.y * pxPerPt,
      x0 + end.x * pxPerPt,
      y0 - end.y * pxPerPt,
    )
  }
  if (style >= 0) canvas.stroke()
  canvas.globalAlpha = 1
  for (const run of linework.text) {
    const px = run.heightPt * pxPerPt
    if (px < SMALLEST_TEXT_PX || !shown.admitsText(run)) continue
    const reach = run.lengthPt + run.heightPt
    if (run.x + reach < region.minX || run.x - reach > region.maxX) continue
    if (run.y + reach < region.minY || run.y - reach > region.maxY) continue
    canvas.font = `${px}px sans-serif`
    // The letters are ours, the length is the sheet's.
    const natural = canvas.measureText(run.text).width
    const stretch = natural > 0 ? (run.lengthPt * pxPerPt) / natural : 1
    const [cos, sin] = [Math.cos(run.turnRad), Math.sin(run.turnRad)]
    canvas.setTransform(cos * stretch, -sin * stretch, sin, cos, x0 + run.x * pxPerPt, y0 - run.y * pxPerPt)
    canvas.fillStyle = color ?? '#202020'
    canvas.fillText(run.text, 0, 0)
  }
  canvas.restore()
}
