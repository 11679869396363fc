import { onlyChecking } from '@/core/fit/refit'
import { FitError } from '@/core/fit/residual'
import { FEWEST, fitTiePoints, type TieFit, type TiePoint } from '@/core/fit/tie-points'
import { corners } from '@/core/geometry/box'
import { project } from '@/core/geometry/projective'
import { distance, type Point, subtract } from '@/core/geometry/vector'
import { bentPlacement, boardMap, movedBy, placementOf, straightPt } from '@/core/model/underlay/placement'
import type { Placement, Underlay } from '@/core/model/underlay/schema'
import { formatLength } from '@/core/units/format'
import { LengthError } from '@/core/units/length'
import { parsePlace } from '@/core/units/place'
import type { BoardPoint } from '@/studio/kernel/board-point'
import { EMPTY_SESSION, type Outcome, plain, type Session, type Tool, type ToolContext } from '@/studio/kernel/tool'
import { toScreen, type View } from '@/studio/kernel/view'
import { paintLabel } from '@/studio/painters/labels'
import { paintMeasure } from '@/studio/painters/measure'
import { sheetOf } from '@/studio/tooling/sheet-of'
import { palette } from '@/studio/ui/palette'
import { togetherOf, withGroup } from '../group'
import { tieOptions } from '../options'
import { onSheet, underlayOf } from './fit'

/**
 * Lays points of a sheet onto the places where they belong: of another sheet, of the tracing, or typed. One pair moves
 * it; two and more turn and scale it as well, with what is left over shown at each.
 */
export const tie: Tool = {
  ...plain,
  name: 'tie',
  word: 'Lay onto',
  picture: { film: 'M4 4h9v9H4z', ink: 'M4 4h9v9H4zM11 11h9v9h-9z', red: 'M6 6l7.5 7.5M13.5 9.5v4h-4' },
  also: ['align', 'match points', 'two points', 'register'],
  drawer: 'place',
  key: 'o',
  options: () => tieOptions.controls('tieKind'),
  steps: ['fit'],
  places: true,
  loupe: true,
  say: ({ points }, context) => {
    const sheet = underlayOf(points[0], context)
    if (!sheet) return 'Bring in a sheet first: there is nothing here to lay onto anything.'
    const pairs = Math.floor(points.length / 2)
    if (points.length % 2 === 1) return 'Click where that point belongs, or type its place as “x, y”.'
    if (pairs === 0) return `Click a point of the sheet that should move, a corner or the edge of a stair.`
    return `${pairs === 1 ? 'Press Enter to move it there' : `Press Enter to lay it onto these ${pairs}`}, or click a further point of ${sheet.name}.`
  },
  fields: ({ points, typed }) =>
    points.length % 2 === 1
      ? [{ name: 'place', label: 'Belongs at (x, y)', value: typed.place ?? '', first: true }]
      : [],
  click: (session, point, context) => {
    const mover = session.points[0] ? underlayOf(session.points[0], context) : underlayOf(point, context)
    if (mover?.locked) return { session: EMPTY_SESSION, locked: [mover] }
    return { session: { ...EMPTY_SESSION, points: [...session.points, point] } }
  },
  enter: (session, context) => {
    if (session.points.length % 2 === 1) return typedPlace(session, context)
    if (session.points.length === 0) return { session: EMPTY_SESSION }
    try {
      return lay(session, context)
    } catch (error) {
      if (error instanceof FitError) return { session, say: error.message }
      throw error
    }
  },
  // Where a sheet is laid onto another, the other one is a ghost in the colour of what is traced.
  shows: (underlay, { selection: [mover, ...others] }) =>
    mover === undefined || others.length > 0 || underlay.id === mover
      ? underlay
      : { ...underlay, tint: underlay.tint ?? palette.wallEdge, tone: Math.min(underlay.tone, 0.55) },
  undone: () => EMPTY_SESSION,
  paint: (canvas, { points, cursor }, view, context) => {
    const pending = points.length % 2 === 1 ? [...points, ...(cursor ? [cursor] : [])] : points
    for (let i = 0; i + 1 < pending.length; i += 2) {
      const [from, to] = [pending[i]!.at, pending[i + 1]!.at]
      paintMeasure(canvas, view, from, to, formatLength(distance(from, to), context.display))
    }
    if (points.length >= 4 && points.length % 2 === 0) paintResiduals(canvas, points, view, context)
  },
}

function typedPlace(session: Session, { display }: ToolContext): Outcome {
  try {
    const at = parsePlace(session.typed.place ?? '', display.unit)
    return { session: { ...EMPTY_SESSION, points: [...session.points, { at, caught: null }] } }
  } catch (error) {
    if (error instanceof LengthError) return { session, say: error.message }
    throw error
  }
}

/** The pairs of points as ties of the sheet that the first of them belongs to. */
function tiesOf(points: readonly BoardPoint[], context: ToolContext): { underlay: Underlay; ties: TiePoint[] } | null {
  const underlay = underlayOf(points[0], context)
  if (!underlay) return null
  const ties: TiePoint[] = []
  for (let i = 0; i + 1 < points.length; i += 2) {
    const sheetPt = onSheet(underlay, points[i]!)
    if (sheetPt) ties.push({ sheetPt, atMm: points[i + 1]!.at })
  }
  return { underlay, ties }
}

/** How a sheet comes to lie on its points, and what is left over. */
interface Laid {
  readonly placement: Placement
  readonly fit: TieFit
}

/** With fewer points than a way of laying takes, the next simpler one. @throws FitError */
function solve({ underlay, ties }: { underlay: Underlay; ties: readonly TiePoint[] }, { options }: ToolContext): Laid {
  const kind = ties.length < FEWEST[options(tieOptions).tieKind] ? 'similarity' : options(tieOptions).tieKind
  const { placement } = underlay
  if (kind === 'homography') {
    const fit = fitTiePoints(ties, kind)
    return { fit, placement: bentPlacement(fit.homography, fitTiePoints(ties, 'similarity').map!) }
  }
  // What is bent straight stays so.
  const straight = ties.map((each) => ({ ...each, sheetPt: straightPt(placement, each.sheetPt) }))
  const fit = fitTiePoints(kind === 'affine' ? ties : straight, kind, placement.mmPerPt)
  const laid = placementOf(fit.map!)
  const { bend } = placement
  return { fit, placement: bend && kind !== 'affine' ? { ...laid, kind: 'homography', bend } : laid }
}

function lay({ points }: Session, context: ToolContext): Outcome {
  const found = tiesOf(points, context)
  if (!found) return { session: EMPTY_SESSION, say: 'There is no sheet under these points.' }
  const { underlay, ties } = found
  if (ties.length === 1) {
    const { placement } = underlay
    const by = subtract(ties[0]!.atMm, project(boardMap(placement), ties[0]!.sheetPt))
    const after = { ...underlay, placement: movedBy(placement, by) }
    const refitted = withGroup({ before: underlay, after }, togetherOf(context))
    return { session: EMPTY_SESSION, refit: { label: 'Move sheet', refitted } }
  }
  const { placement, fit } = solve(found, context)
  refuseHorizon(underlay, placement, ties, context)
  const sizedBy = fit.kind === 'rigid' ? underlay.sizedBy : 'points'
  const dimensions = fit.kind === 'rigid' ? underlay.dimensions : onlyChecking(underlay.dimensions)
  const after = { ...underlay, placement, dimensions, ...(sizedBy && { sizedBy }) }
  const refitted = withGroup({ before: underlay, after }, togetherOf(context), ties[0]!.sheetPt)
  const say =
    fit.spreadMm === null
      ? undefined
      : `Laid: each point is off by ${formatLength(fit.spreadMm, { ...context.display, precision: 1 })} or so.`
  return { session: EMPTY_SESSION, say, refit: { label: 'Lay sheet onto', refitted } }
}

/** Beyond the horizon of a photo nothing lies on the plane that was picked. @throws FitError */
function refuseHorizon(
  { crop, sheetId }: Underlay,
  { bend }: Placement,
  ties: readonly TiePoint[],
  { sources }: ToolContext,
): void {
  const sheet = sheetOf(sources, sheetId)?.sheet
  if (!bend || !sheet) return
  const edge = crop ?? corners({ minX: 0, minY: 0, maxX: sheet.widthPt, maxY: sheet.heightPt })
  const depth = ({ x, y }: Point) => bend[6] * x + bend[7] * y + bend[8]
  const here = Math.sign(depth(ties[0]!.sheetPt))
  if (edge.some((p) => depth(p) * here < NEAREST_HORIZON))
    throw new FitError(
      'The horizon of this photo lies on the sheet. Crop it to the wall or floor that you clicked, then lay it again.',
    )
}

/** Depth against that of the middle, below which a picture is drawn out to no end. */
const NEAREST_HORIZON = 0.08

function paintResiduals(
  canvas: CanvasRenderingContext2D,
  points: readonly BoardPoint[],
  view: View,
  context: ToolContext,
): void {
  const found = tiesOf(points, context)
  if (!found) return
  try {
    const { residualsMm } = solve(found, context).fit
    for (const [i, { x, y }] of residualsMm.entries()) {
      const at = toScreen(view, points[2 * i + 1]!.at)
      paintLabel(canvas, `off ${formatLength(Math.hypot(x, y), context.display)}`, at.x, at.y + 22)
    }
  } catch (error) {
    if (!(error instanceof FitError)) throw error
  }
}
