import { leftOf, subtract, unit } from '../../geometry/vector'
import type { Linework } from '../../sheet/linework'
import { type LineFinder, openingIn, type WallRun } from '../wall-run'
import { boardLinesOf, type SheetOnBoard } from './board-lines'
import { withoutColonnades } from './colonnade'
import type { Face } from './faces'
import { judgedRuns, withoutConflicts } from './judge'
import { withoutOverhangs } from './overhang'
import { type ProposedWall, USUAL_CERTAINTY } from './proposed-wall'
import { centreAt, placeOn, type Run } from './runs'

/** What is less certain is not worth looking at. */
const LEAST_CERTAINTY = 0.15

/**
 * The walls that a sheet seems to show, the surest first: pairs of faces, judged by what lies between and around them
 * and by one another. None of them lies where a surer one does.
 * @param lines finds lines of the sheet on the board, for what is drawn in openings
 */
export function proposeWalls(linework: Linework, on: SheetOnBoard, lines: LineFinder): ProposedWall[] {
  const sheet = boardLinesOf(linework, on)
  const kept = withoutConflicts(judgedRuns(sheet).filter(({ certainty }) => certainty >= LEAST_CERTAINTY))
  const [sure, unsure] = [kept.filter(isUsual), kept.filter((judged) => !isUsual(judged))]
  const walls = [...withoutOverhangs(sheet, sure), ...unsure]
    .map(({ run, certainty }) => ({
      ...wallOf(run, lines, sheet.scan ? SCAN_SLIPS * sheet.slipMm : undefined),
      certainty,
    }))
    .sort((a, b) => b.certainty - a.certainty)
  return withoutColonnades(walls, linework, on)
}

/** Where strokes of a scan meet others, their ends are drawn aside by so many slips. */
const SCAN_SLIPS = 4

const isUsual = ({ certainty }: { readonly certainty: number }): boolean => certainty >= USUAL_CERTAINTY

function wallOf(run: Run, lines: LineFinder, slipMm: number | undefined): WallRun {
  const { direction, right, left, thicknessMm } = run
  // At a corner the outer face runs on: the centre lines meet half-way.
  const from = cornerAt(run.from, -1, [right, left], thicknessMm)
  const to = cornerAt(run.to, 1, [right, left], thicknessMm)
  const start = placeOn(direction, from, centreAt(run, from))
  const end = placeOn(direction, to, centreAt(run, to))
  const u = unit(subtract(end, start)) ?? direction.u
  const frame = { at: start, u, v: leftOf(u) }
  const half = thicknessMm / 2
  return {
    start,
    end,
    thicknessMm,
    openings: run.openings.map(([a, b]) => openingIn([a - from, b - from], frame, half, -half, 0, lines, slipMm)),
  }
}

/** Corners of walls reach so many thicknesses past the inner face at most. */
const FARTHEST_CORNER = 3

/** Half-way between an end of a run and how far its longer face runs on there. */
function cornerAt(end: number, way: 1 | -1, faces: readonly Face[], thicknessMm: number): number {
  const beyond = Math.max(
    0,
    ...faces.flatMap(({ covered }) => {
      const piece = covered.find(([a, b]) => a - 1 <= end && end <= b + 1)
      return piece ? [way > 0 ? piece[1] - end : end - piece[0]] : []
    }),
  )
  return beyond <= FARTHEST_CORNER * thicknessMm ? end + (way * beyond) / 2 : end
}
