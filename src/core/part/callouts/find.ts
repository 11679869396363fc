import { distance, type Point } from '../../geometry/vector'
import { joinWords } from '../../sheet/join-runs'
import { isVisible, type Linework, segmentEnds, type TextRun } from '../../sheet/linework'
import { tapDrillMm } from '../threads'
import type { Callout, CalloutUnit, HoleCallout } from './callout'
import { roundsOf, type SheetCircle } from './circles'
import { readCallout } from './parse'

/** A note with what it calls for and what was found of that. Places in sheet space. */
export interface FoundCallout {
  readonly text: string
  readonly atPt: Point
  readonly callout: Callout
  /** Circles that it speaks of; fewer than called for where some are not to be found. */
  readonly circles: readonly SheetCircle[]
  /** Arcs of the radius that it states. */
  readonly arcs: readonly SheetCircle[]
}

/** A line beneath a note goes on with it where it starts so: its head, depth, thread or count. */
const GOES_ON =
  /^\s*(?:[⌴⌵↧⤓]|C'?\s?-?BORE|COUNTER|SPOT|CSK|C-?SINK|M\d|#?\d+\/?\d*-\d+ UN|TAP|DEEP|\(?\d+\s?(?:PL|HOLES|X\)))/i
/** Beneath a hole that goes through, a wider one with a depth is its counterbore: many programs draw the sign for that as lines. */
const HEAD_LINE = /^\s*[⌀Øø∅]\s*[\d.,/]+\s*(?:[↧⤓xX×]|DEEP|DP)/
const goesOn = (above: string, below: string): boolean =>
  GOES_ON.test(below) || (/THRU|THROUGH/i.test(above) && HEAD_LINE.test(below))

/** Lines of one note stand no further apart than this, in heights of its letters. */
const LINE_HEIGHTS = 2.2

/** Notes whose lines stand beneath one another, put together. */
function notesOf(runs: readonly TextRun[]): readonly TextRun[] {
  const used = new Set<TextRun>()
  const below = (run: TextRun): TextRun | undefined =>
    runs.find((each) => {
      const drop = run.y - each.y
      return (
        !used.has(each) &&
        each !== run &&
        goesOn(run.text, each.text) &&
        Math.abs(each.turnRad - run.turnRad) < 0.01 &&
        drop > 0.6 * run.heightPt &&
        drop < LINE_HEIGHTS * run.heightPt &&
        Math.abs(each.x - run.x) < Math.max(2 * run.heightPt, run.lengthPt / 2)
      )
    })
  const sorted = [...runs].sort((a, b) => b.y - a.y)
  return sorted.flatMap((run) => {
    if (used.has(run)) return []
    let [text, last] = [run.text, run]
    for (let next = below(last); next; next = below(last)) {
      used.add(next)
      text = `${text} ${HEAD_LINE.test(next.text) ? '⌴ ' : ''}${next.text}`
      last = next
    }
    return [{ ...run, text }]
  })
}

/** A drawn circle is as large as stated where it differs by no more than this, and this part. */
const OFF_MM = 0.15
const OFF_PART = 0.03

/** Whether something is drawn as large as it is stated. */
export const isSize = (drawnMm: number, statedMm: number): boolean =>
  Math.abs(drawnMm - statedMm) <= OFF_MM + OFF_PART * statedMm

/** Diameters at which a hole may be drawn: its own, that of its drill. */
const drawnAs = ({ diameterMm, thread }: HoleCallout): number[] =>
  thread ? [thread.nominalMm, tapDrillMm(thread)] : [diameterMm]

interface Drawn {
  readonly notes: readonly TextRun[]
  readonly circles: readonly SheetCircle[]
  readonly arcs: readonly SheetCircle[]
}

const drawn = new WeakMap<Linework, Drawn>()

/** The notes and circles of a sheet: gathered once, though its unit is told first. */
function drawnOn(linework: Linework): Drawn {
  const known = drawn.get(linework)
  if (known) return known
  const notes = notesOf(joinWords(linework.text.filter(({ flags }) => isVisible(flags))))
  const gathered = { notes, ...roundsOf(linework) }
  drawn.set(linework, gathered)
  return gathered
}

/**
 * Every note of holes, radii, bevels and thicknesses on a sheet, with the circles that it calls for.
 * @param mmPerPt true size of a point of the sheet
 * @param unit of figures that have no mark
 */
export function findCallouts(linework: Linework, mmPerPt: number, unit: CalloutUnit): FoundCallout[] {
  const { notes, circles, arcs: all } = drawnOn(linework)
  const leaders = leadersOf(linework)
  const taken = new Set<SheetCircle>()
  return notes
    .flatMap((note) => {
      const callout = readCallout(note.text, unit)
      return callout ? [{ note, callout }] : []
    })
    .map(({ note, callout }) => {
      const found = callout.kind === 'hole' ? calledFor(note, callout, circles, leaders, mmPerPt, taken) : []
      for (const each of found) taken.add(each)
      const arcs =
        callout.kind === 'radius' ? all.filter(({ radius }) => isSize(radius * mmPerPt, callout.radiusMm)) : []
      return { text: note.text.trim(), atPt: { x: note.x, y: note.y }, callout, circles: found, arcs }
    })
}

/**
 * The unit of bare figures: that in which more circles are drawn as large as the notes say, else how figures are written.
 * @param usual where neither tells
 */
export function unitOfCallouts(linework: Linework, mmPerPt: number, usual: CalloutUnit): CalloutUnit {
  const { notes, circles } = drawnOn(linework)
  const agreeing = (unit: CalloutUnit): number =>
    notes.filter(({ text }) => {
      const callout = readCallout(text, unit)
      return (
        callout?.kind === 'hole' &&
        circles.some(({ radius }) => drawnAs(callout).some((mm) => isSize(2 * radius * mmPerPt, mm)))
      )
    }).length
  const [mm, inches] = [agreeing('mm'), agreeing('in')]
  if (mm !== inches) return mm > inches ? 'mm' : 'in'
  // Inches are written without the nought before the point (ASME Y14.5), millimetres with it.
  return notes.some(({ text }) => /(?:^|[^\d])\.\d{2,}/.test(text)) ? 'in' : usual
}

function calledFor(
  note: TextRun,
  callout: HoleCallout,
  circles: readonly SheetCircle[],
  leaders: readonly (readonly [Point, Point])[],
  mmPerPt: number,
  taken: ReadonlySet<SheetCircle>,
): SheetCircle[] {
  const free = circles.filter((each) => !taken.has(each))
  const middle = { x: note.x + note.lengthPt / 2, y: note.y + note.heightPt / 2 }
  const nearest = (list: readonly SheetCircle[]) =>
    [...list].sort((a, b) => distance(a.center, middle) - distance(b.center, middle)).slice(0, callout.count)
  for (const diameterMm of drawnAs(callout)) {
    const alike = free.filter(({ radius }) => isSize(2 * radius * mmPerPt, diameterMm))
    if (alike.length >= callout.count) return nearest(alike)
  }
  // Drawn at another size than stated: the leader says which is meant, and what is drawn like it is meant too.
  const pointed = pointedAt(note, leaders, free)
  if (pointed) {
    const alike = free.filter(({ radius }) => Math.abs(radius - pointed.radius) <= OFF_PART * pointed.radius)
    return [pointed, ...alike.filter((each) => each !== pointed)].slice(0, callout.count)
  }
  const sizes = drawnAs(callout)
  return nearest(free.filter(({ radius }) => sizes.some((mm) => isSize(2 * radius * mmPerPt, mm))))
}

/** A leader starts no further from its note than so many heights of the letters. */
const LEADER_HEIGHTS = 2
/** Where ends of lines lie so near to one another they go on, in points. */
const JOINED_PT = 0.5

function leadersOf(linework: Linework): (readonly [Point, Point])[] {
  // Broken lines are centre lines.
  const isFull = (i: number) => linework.styles[linework.segmentStyles[i]!]?.dashPt.length === 0
  return Array.from(linework.segmentFlags, (flags, i) => ({ flags, i }))
    .filter(({ flags, i }) => isVisible(flags) && isFull(i))
    .map(({ i }) => segmentEnds(linework, i))
}

/** The circle at which the leader of a note ends, over one bend at most. */
function pointedAt(
  { x, y, lengthPt, heightPt }: TextRun,
  lines: readonly (readonly [Point, Point])[],
  circles: readonly SheetCircle[],
): SheetCircle | null {
  const away = (p: Point): number =>
    Math.hypot(Math.max(x - p.x, 0, p.x - (x + lengthPt)), Math.max(y - p.y, 0, p.y - (y + heightPt)))
  const ends = lines.flatMap(([a, b]) => [
    { from: a, to: b },
    { from: b, to: a },
  ])
  const first = ends.filter(({ from, to }) => away(from) < LEADER_HEIGHTS * heightPt && away(to) > away(from))
  const second = first.flatMap(({ to }) => ends.filter(({ from }) => distance(from, to) < JOINED_PT))
  const tips = [...second, ...first].map(({ to }) => to)
  let best: SheetCircle | null = null
  let least = Infinity
  for (const tip of tips)
    for (const circle of circles) {
      const off = Math.max(0, distance(tip, circle.center) - circle.radius)
      if (off < Math.min(least, heightPt)) {
        least = off
        best = circle
      }
    }
  return best
}
