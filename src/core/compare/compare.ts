import { readPrintedLength } from '../fit/proposal/printed-length'
import { type Affine, compose, IDENTITY, invert, lengthFactor } from '../geometry/affine'
import { boxOf, grow, overlaps } from '../geometry/box'
import { add, leftOf, middle, type Point, scale } from '../geometry/vector'
import { joinLetters } from '../sheet/join-runs'
import type { Linework } from '../sheet/linework'
import type { SheetChange } from './change'
import { clusterOf } from './clusters'
import { hatchChanges } from './hatch-changes'
import { type Issues, lineChanges, type Near, shiftOf } from './line-changes'
import { farthestApart, onPaper, phrasesLeft } from './on-paper'
import { type Band, builtOn, isInBand, onBoard, type PlanChange, planChanges, type ShiftOf } from './plan-changes'
import { type Registration, register } from './register'
import { isTraced, type Stroke, StrokeIndex, strokesOf } from './strokes'
import { type Phrase, phrasesOf, textChanges, withoutStanding } from './text-changes'
import { uncovered } from './uncovered'

export interface CompareOptions {
  /** Millimetres on site in one point of the older page; null where that is not known: walls and doors have no names then. */
  readonly mmPerPt: number | null
  /** The same of the newer page, where that is known instead. */
  readonly newerMmPerPt?: number
  /** How far apart two strokes may lie to be the same, in points of the older page. */
  readonly tolerancePt?: number
}

/** Two issues of a page, the newer laid onto the older. */
export interface Comparison {
  readonly registration: Registration
  /** Millimetres on site in one point of the older page, where that is known. */
  readonly mmPerPt: number | null
  /** What is drawn on the older page alone, and on the newer alone, in points of the older. */
  readonly gone: readonly Stroke[]
  readonly fresh: readonly Stroke[]
  readonly changes: readonly SheetChange[]
}

/** As near as two programs write one drawing, and as near as a person looks. */
const OF_LINES: Near = { tolerancePt: 0.5, nearPt: 5, shortestPt: 5 }
/** Strokes of a scan lie off by pixels, and end anywhere near a crossing. */
const OF_SCANS: Near = { tolerancePt: 1.4, nearPt: 6, shortestPt: 24 }
/** Papers that lie nearer to the drawing than this lie as it does. */
const OTHERWISE_PT = 0.5
/** Below this nothing is said of how pages lie on one another. */
export const SURE_AGREEMENT = 0.4

/**
 * What differs between two issues of a page, as a person would count it: walls and openings by what they are, dimensions
 * and other words, and lines. Where lines were cut otherwise, drawn in another order, by another program or with another
 * pen, nothing differs; nor where the page was shifted, turned, or printed at another size.
 * @returns null where the pages have nothing in common
 */
export function compareSheets(older: Linework, newer: Linework, options: CompareOptions): Comparison | null {
  const looks = isTraced(older) || isTraced(newer) ? OF_SCANS : OF_LINES
  const { tolerancePt = looks.tolerancePt, newerMmPerPt } = options
  const before = new StrokeIndex(strokesOf(older))
  const phrases = phrasesOf(older)
  const registration =
    register(strokesOf(newer), before, { newer: phrasesOf(newer), older: phrases }) ?? byPaper(older, newer)
  if (!registration) return null
  const { map } = registration
  const mmPerPt = options.mmPerPt ?? (newerMmPerPt === undefined ? null : newerMmPerPt / lengthFactor(map))
  // Frame and title block keep their place on the paper where the drawing was shifted on it.
  const paper = onPaper(older, newer, map)
  const printed = paper && farthestApart(paper, map, newer) >= OTHERWISE_PT ? paper : null
  const bare: Bare = { ...bareStrokes(before, older, newer, { map, printed, tolerancePt }), tolerancePt }
  const texts = writtenOtherwise(phrases, older, newer, { map, printed })
  const built =
    mmPerPt && bare.gone.length + bare.fresh.length > 0 ? builtChanges(older, newer, map, mmPerPt, bare) : []
  const dimensions = dimensionBands(texts, phrases, mmPerPt)
  const isTold = ({ start, end }: Stroke): boolean => {
    const at = middle(start, end)
    const isBuilt = (p: Point) => built.some(({ bands }) => bands.some((band) => isInBand(band, scale(p, mmPerPt!))))
    return isBuilt(at) || dimensions.some((band) => isInBand(band, at))
  }
  const untold = (strokes: readonly Stroke[]) => strokes.filter((stroke) => !isTold(stroke))
  const lines = lineChanges({ ...bare, gone: untold(bare.gone), fresh: untold(bare.fresh) }, { ...looks, tolerancePt })
  const { gone, fresh } = bare
  const others = [...built.map((change) => onSheet(change, mmPerPt!)), ...texts, ...lines]
  const hatchings =
    looks === OF_LINES
      ? hatchChanges(
          bare.before,
          bare.after,
          tolerancePt,
          others.map(({ box }) => box),
        )
      : []
  return {
    registration,
    mmPerPt,
    gone,
    fresh,
    changes: [...others, ...hatchings],
  }
}

/** What lies on one page alone, and all of either; in points of the older page. */
interface Bare extends Issues {
  readonly tolerancePt: number
}

/** How the newer page lies on the older: by the drawing, and by its paper where that is otherwise. */
interface Laid {
  readonly map: Affine
  readonly printed: Affine | null
}

/** @param before the strokes of the older page */
function bareStrokes(
  before: StrokeIndex,
  older: Linework,
  newer: Linework,
  { map, printed, tolerancePt }: Laid & Pick<Bare, 'tolerancePt'>,
): Issues {
  const ours = strokesOf(newer, map)
  const after = new StrokeIndex(ours)
  const back = printed && invert(printed)
  return {
    before,
    after,
    gone: withoutPrinted(
      uncovered(before.strokes, after, tolerancePt),
      printed && strokesOf(newer, printed),
      tolerancePt,
    ),
    fresh: withoutPrinted(
      uncovered(ours, before, tolerancePt),
      back && strokesOf(older, compose(back, map)),
      tolerancePt,
    ),
  }
}

/** @param phrases those of the older page */
function writtenOtherwise(
  phrases: readonly Phrase[],
  older: Linework,
  newer: Linework,
  { map, printed }: Laid,
): SheetChange[] {
  const left = phrasesLeft(phrases, phrasesOf(newer, map), printed && phrasesOf(newer, printed))
  const [theirs, ours] = [phrasesOf(older, IDENTITY, joinLetters), phrasesOf(newer, map, joinLetters)]
  return textChanges(withoutStanding(left.older, theirs, ours), withoutStanding(left.newer, ours, theirs))
}

/** Strokes of one page without those that the other has in the same place of its paper. @param others as their paper lies */
const withoutPrinted = (
  strokes: readonly Stroke[],
  others: readonly Stroke[] | null,
  tolerancePt: number,
): readonly Stroke[] => (others ? uncovered(strokes, new StrokeIndex(others), tolerancePt) : strokes)

/** A page that says nothing of how it lies: as its paper lies, where that is as large. */
function byPaper(older: Linework, newer: Linework): Registration | null {
  const same = (a: number, b: number) => Math.abs(a - b) < 1
  const isBlank = older.segmentFlags.length < 4 || newer.segmentFlags.length < 4
  if (!isBlank || !same(older.widthPt, newer.widthPt) || !same(older.heightPt, newer.heightPt)) return null
  return { map: IDENTITY, agree: 0, offPt: 0 }
}

function builtChanges(
  older: Linework,
  newer: Linework,
  map: Affine,
  mmPerPt: number,
  { gone, fresh, before, after, tolerancePt }: Bare,
): PlanChange[] {
  const inMm = ({ start, end }: Stroke): Stroke => ({ start: scale(start, mmPerPt), end: scale(end, mmPerPt) })
  const inPt = ({ start, end }: Stroke): Stroke => ({ start: scale(start, 1 / mmPerPt), end: scale(end, 1 / mmPerPt) })
  const others = {
    older: { fresh: new StrokeIndex(fresh), after },
    newer: { fresh: new StrokeIndex(gone), after: before },
  }
  const shift: ShiftOf = (strokes, from, farthestMm) => {
    if (strokes.length === 0) return null
    const by = shiftOf(clusterOf(strokes.map(inPt)), others[from], tolerancePt, farthestMm / mmPerPt)
    return by && scale(by, mmPerPt)
  }
  const [theirs, ours] = [builtOn(older, onBoard(mmPerPt, IDENTITY)), builtOn(newer, onBoard(mmPerPt, map))]
  return planChanges(theirs, ours, { gone: gone.map(inMm), fresh: fresh.map(inMm) }, shift)
}

const cornersOf = ({ at, u, alongMm, acrossMm }: Band): Point[] =>
  [-1, 1].flatMap((a) => [-1, 1].map((b) => add(at, add(scale(u, a * alongMm), scale(leftOf(u), b * acrossMm)))))

/** Widths and thicknesses as they are told: whole millimetres. */
const said = (mm: number | null): string | null => (mm === null ? null : String(Math.round(mm)))

const onSheet = ({ kind, subject, by, line, beforeMm, afterMm, bands }: PlanChange, mmPerPt: number): SheetChange => ({
  kind,
  subject,
  box: boxOf(bands.flatMap(cornersOf).map((p) => scale(p, 1 / mmPerPt))),
  by: by && scale(by, 1 / mmPerPt),
  line: { start: scale(line.start, 1 / mmPerPt), end: scale(line.end, 1 / mmPerPt) },
  before: said(beforeMm),
  after: said(afterMm),
})

/** How far from its figure the line of a dimension reaches where that can't be told, and its ends, in heights of the figure. */
const LINE_REACH = 8
const ENDS_REACH = 2.5

/** A printed length in millimetres, bare figures by their size; 0 for what is none. */
function printedMm(text: string | null): number {
  const length = text === null ? null : readPrintedLength(text)
  if (!length) return 0
  if (length.kind === 'decimal') return length.value * 1000
  return length.kind === 'whole' && length.value < 100 ? length.value * 10 : length.value
}

/** Around the lines of dimensions that say something else: their ends moved along with what they measure. */
const dimensionBands = (changes: readonly SheetChange[], words: readonly Phrase[], mmPerPt: number | null): Band[] =>
  changes
    .filter(({ subject, kind }) => subject === 'dimension' && (kind === 'changed' || kind === 'moved'))
    .flatMap(({ box, before, after }): Band[] => {
      const figure = words.find((each) => each.text === before && overlaps(grow(each.box, 0.1), box))
      if (!figure) return []
      const { at, turnRad, heightPt } = figure
      const statedMm = Math.max(printedMm(before), printedMm(after))
      const reachPt = mmPerPt && statedMm > 0 ? statedMm / mmPerPt / 2 : LINE_REACH * heightPt
      const ends = ENDS_REACH * heightPt
      return [{ at, u: { x: Math.cos(turnRad), y: Math.sin(turnRad) }, alongMm: reachPt + ends, acrossMm: ends }]
    })
