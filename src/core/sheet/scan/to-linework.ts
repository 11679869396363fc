import { type Affine, apply } from '../../geometry/affine'
import { mapCubic } from '../../geometry/bezier'
import { cubicOfEllipse } from '../../geometry/piece/recognise'
import { MM_PER_PT } from '../../units/length'
import type { Clip } from '../clip'
import type { Linework } from '../linework'
import type { Greys } from '../raster-lines'
import { Recorder } from '../recorder'
import { type TracedStroke, traceScan } from './trace'

/** Widths of technical pens in millimetres (ISO 128-2): a stroke is as wide as the nearest of them. */
const PENS_MM = [0.13, 0.18, 0.25, 0.35, 0.5, 0.7]
/** Certainty is kept in so many steps, never more than it is. */
const CERTAINTY_STEPS = 20
/** An arc is written as cubics that turn no farther: they are exact to a few millionths of its radius. */
const LARGEST_CUBIC_RAD = Math.PI / 4

/**
 * The strokes of a page that is a picture, as linework: see traceScan. Each pen carries the certainty of what it drew.
 * @param greys the page's picture
 */
export function tracedLinework(greys: Greys, page: Pick<Linework, 'widthPt' | 'heightPt'>): Linework {
  const { widthPt, heightPt } = page
  const ptPerPx = widthPt / greys.widthPx
  const toSheet: Affine = [ptPerPx, 0, 0, -heightPt / greys.heightPx, 0, heightPt]
  const recorder = new Recorder(widthPt, heightPt)
  const clip: Clip = { box: { minX: 0, minY: 0, maxX: widthPt, maxY: heightPt }, areas: [] }
  for (const stroke of traceScan(greys, 1 / (ptPerPx * MM_PER_PT))) record(recorder, stroke, ptPerPx, toSheet, clip)
  return recorder.finish([])
}

function record(recorder: Recorder, stroke: TracedStroke, ptPerPx: number, toSheet: Affine, clip: Clip): void {
  const widthMm = stroke.widthPx * ptPerPx * MM_PER_PT
  const style = recorder.style({
    kind: 'stroke',
    color: '#000000',
    alpha: 1,
    widthPt: stroke.widthPx === 0 ? 0 : nearestPen(widthMm) / MM_PER_PT,
    dashPt: [],
    layer: -1,
    markup: false,
    certainty: Math.floor(stroke.certainty * CERTAINTY_STEPS) / CERTAINTY_STEPS,
  })
  if (stroke.kind === 'line') {
    const [a, b] = [apply(toSheet, stroke.start), apply(toSheet, stroke.end)]
    recorder.segment(a.x, a.y, b.x, b.y, style, 0, clip)
    return
  }
  const { center, radius, fromRad, sweepRad } = stroke
  const count = Math.ceil(Math.abs(sweepRad) / LARGEST_CUBIC_RAD)
  for (let i = 0; i < count; i++) {
    const part = { fromRad: fromRad + (sweepRad * i) / count, sweepRad: sweepRad / count }
    const curve = cubicOfEllipse({
      kind: 'ellipse',
      center,
      u: { x: radius, y: 0 },
      v: { x: 0, y: radius },
      ...part,
    })
    recorder.curve(
      mapCubic(curve, (p) => apply(toSheet, p)),
      style,
      0,
      clip,
    )
  }
}

/** A stroke that is wider than pens usually are, as a wall in one stroke, keeps its width in steps of this. */
const WIDE_MM = 0.85
const WIDE_STEP_MM = 0.05

const nearestPen = (mm: number): number =>
  mm > WIDE_MM
    ? Math.round(mm / WIDE_STEP_MM) * WIDE_STEP_MM
    : PENS_MM.reduce((best, pen) => (Math.abs(Math.log(pen / mm)) < Math.abs(Math.log(best / mm)) ? pen : best))
