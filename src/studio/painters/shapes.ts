import type { Chain } from '@/core/draft/chain'
import { isEmpty, overlaps } from '@/core/geometry/box'
import { flatten } from '@/core/geometry/piece/measure'
import { type Piece, startOf } from '@/core/geometry/piece/piece'
import type { Point } from '@/core/geometry/vector'
import { DASHES_MM, type Pen } from '@/core/model/pen'
import type { Plan, PlannedShape } from '@/core/model/plan'
import type { Lettering } from '@/core/model/shape'
import { penOf } from '@/core/model/shapes'
import type { Canvas } from '@/studio/kernel/canvas'
import { toScreen, type View, visibleBox } from '@/studio/kernel/view'
import { palette, penColour } from '@/studio/ui/palette'

/** Chords leave a curve by no more than this. */
const FLATNESS_PX = 0.2
/** A pen's millimetres on paper as pixels on the board, whatever the zoom: lines stay readable. */
const PX_PER_PEN_MM = 3
/** Letters lower than this would only be grey. */
const LEAST_LETTER_PX = 3
/** Circles larger than this on the screen are drawn by the chords that show. */
const LARGEST_ARC_PX = 20_000

/** Continues the canvas's path along a chain. */
export function traceChain(canvas: CanvasPath, view: View, { pieces, closed }: Chain): void {
  pieces.forEach((piece, i) => {
    tracePiece(canvas, view, piece, i === 0)
  })
  if (closed) canvas.closePath()
}

function tracePiece(canvas: CanvasPath, view: View, piece: Piece, first: boolean): void {
  const start = toScreen(view, startOf(piece))
  if (first) canvas.moveTo(start.x, start.y)
  if (piece.kind === 'segment') {
    const { x, y } = toScreen(view, piece.end)
    canvas.lineTo(x, y)
    return
  }
  if (piece.kind === 'arc' && piece.radius * view.pxPerMm < LARGEST_ARC_PX) {
    const { x, y } = toScreen(view, piece.center)
    // The screen's y runs down: angles turn the other way.
    canvas.arc(x, y, piece.radius * view.pxPerMm, -piece.fromRad, -piece.fromRad - piece.sweepRad, piece.sweepRad > 0)
    return
  }
  for (const p of flatten(piece, FLATNESS_PX / view.pxPerMm)) {
    const { x, y } = toScreen(view, p)
    canvas.lineTo(x, y)
  }
}

const dashPx = ({ line, weightMm }: Pen): number[] =>
  DASHES_MM[line].map((mm) => mm * PX_PER_PEN_MM * Math.max(0.6, weightMm / 0.35))
const widthPx = ({ weightMm }: Pen): number => Math.max(1, weightMm * PX_PER_PEN_MM)

export type ShapeLook = 'kept' | 'quiet' | 'picked' | 'drawn' | 'ghost'

/** Lines of shapes, grouped by their pens so that each pen is taken once. */
export function paintShapes(
  canvas: Canvas | OffscreenCanvasRenderingContext2D,
  view: View,
  plan: Plan,
  shapes: Iterable<PlannedShape>,
  look: (shape: PlannedShape) => ShapeLook,
): void {
  const seen = visibleBox(view)
  const groups = new Map<string, { pen: Pen; look: ShapeLook; path: Path2D }>()
  const writing: { letters: readonly Lettering[]; color: string; look: ShapeLook }[] = []
  for (const planned of shapes) {
    const { shape, box } = planned
    if (shape.kind === 'wall' || isEmpty(box) || !overlaps(box, seen)) continue
    const pen = penOf(shape, plan.around.records)
    const way = look(planned)
    if (planned.fills.length > 0) fill(canvas, view, planned.fills, penColour(pen.color), way)
    if (planned.letters.length > 0) writing.push({ letters: planned.letters, color: penColour(pen.color), look: way })
    // What would be no larger than a pixel is one.
    const key = `${way} ${pen.color} ${pen.line} ${pen.weightMm}`
    const group = groups.get(key) ?? { pen, look: way, path: new Path2D() }
    groups.set(key, group)
    for (const chain of planned.chains) traceChain(group.path, view, chain)
  }
  canvas.lineJoin = 'round'
  canvas.lineCap = 'butt'
  for (const { pen, look: way, path } of groups.values()) {
    canvas.globalAlpha = way === 'quiet' ? 0.25 : way === 'ghost' ? 0.35 : 1
    canvas.strokeStyle = way === 'picked' || way === 'drawn' ? palette.red : penColour(pen.color)
    canvas.lineWidth = widthPx(pen) + (way === 'picked' ? 0.75 : 0)
    canvas.setLineDash(dashPx(pen))
    canvas.stroke(path)
  }
  canvas.setLineDash([])
  for (const { letters, color, look: way } of writing) {
    canvas.globalAlpha = way === 'quiet' ? 0.3 : way === 'ghost' ? 0.35 : 1
    for (const each of letters)
      paintLetters(canvas, view, each, way === 'picked' || way === 'drawn' ? palette.red : color)
  }
  canvas.globalAlpha = 1
}

function fill(
  canvas: Canvas | OffscreenCanvasRenderingContext2D,
  view: View,
  chains: readonly Chain[],
  color: string,
  look: ShapeLook,
): void {
  const path = new Path2D()
  for (const chain of chains) traceChain(path, view, chain)
  canvas.globalAlpha = look === 'quiet' || look === 'ghost' ? 0.1 : 0.3
  canvas.fillStyle = look === 'picked' ? palette.red : color
  canvas.fill(path, 'evenodd')
}

/** Writing at its size; none where it would be too small to read. */
export function paintLetters(
  canvas: Canvas | OffscreenCanvasRenderingContext2D,
  view: View,
  { text, at, heightMm, turnRad, align }: Lettering,
  color: string,
): void {
  const size = heightMm * view.pxPerMm
  if (size < LEAST_LETTER_PX) return
  const { x, y } = toScreen(view, at)
  canvas.save()
  canvas.translate(x, y)
  canvas.rotate(-turnRad)
  // Heights of writing on drawings are those of its capitals.
  canvas.font = `500 ${size / 0.7}px "Figtree Variable", sans-serif`
  canvas.textAlign = align === 'middle' ? 'center' : 'left'
  canvas.textBaseline = 'alphabetic'
  canvas.fillStyle = color
  canvas.fillText(text, 0, 0)
  canvas.restore()
}

/** Lines that are only thought of yet: in the red of what is being drawn. */
export function paintChains(canvas: Canvas, view: View, chains: Iterable<Chain>, dashed = false): void {
  canvas.save()
  canvas.strokeStyle = palette.red
  canvas.lineWidth = 1.75
  canvas.lineJoin = 'round'
  if (dashed) canvas.setLineDash([6, 4])
  canvas.beginPath()
  for (const chain of chains) traceChain(canvas, view, chain)
  canvas.stroke()
  canvas.restore()
}

/** Points that can be taken hold of: small rings with a dot. */
export function paintGrips(canvas: Canvas, view: View, grips: Iterable<Point>): void {
  canvas.save()
  canvas.lineWidth = 1.5
  canvas.strokeStyle = palette.red
  for (const grip of grips) {
    const { x, y } = toScreen(view, grip)
    canvas.fillStyle = palette.paper
    canvas.beginPath()
    canvas.arc(x, y, 4.5, 0, Math.PI * 2)
    canvas.fill()
    canvas.stroke()
    canvas.fillStyle = palette.red
    canvas.beginPath()
    canvas.arc(x, y, 1.5, 0, Math.PI * 2)
    canvas.fill()
  }
  canvas.restore()
}
