import type { Point } from '../geometry/vector'
import { joinWords } from '../sheet/join-runs'
import { type Linework, segmentEnds } from '../sheet/linework'
import type { Shown } from '../sheet/looks'
import { parseLength } from '../units/length'

/** A height that is written on a sheet beside a level line. Places in sheet space. */
export interface LevelMark {
  readonly text: string
  readonly statedMm: number
  /** Where the writing begins. */
  readonly atPt: Point
  /** A place of the line that it speaks of. */
  readonly linePt: Point
}

/** Writing of a sheet: where its baseline begins, how high it is and how it is turned. */
export interface Writing {
  readonly text: string
  readonly x: number
  readonly y: number
  readonly heightPt: number
  readonly turnRad: number
}

/** A straight line of a sheet. */
export interface LevelLine {
  readonly start: Point
  readonly end: Point
}

/** Heights in metres have a sign and three decimals (ISO 7518); centimetres and millimetres are told by what they lack. */
const METRES = /^[+\-−±]\s?\d{1,3}[.,]\d{2,3}$/
const BARE = /^±\s?0+$/
const MILLIMETRES = /^[+\-−]\s?\d{3,5}$/
/** Feet and inches, with a sign or after a word for level. */
const FEET = /^(?:[+\-−±]|EL\.?\s*|LVL\.?\s*|T\.?O\.?\w?\.?\s*)\s?\d+'(?:[\s-]*\d+(?:\s\d+\/\d+|\/\d+)?"?)?$/i

/** The height that a text states, in millimetres; null where it states none. */
export function statedHeight(text: string): number | null {
  const bare = text.trim()
  const sign = /^[-−]/.test(bare) ? -1 : 1
  const rest = bare.replace(/^[+\-−±]\s?/, '')
  if (METRES.test(bare)) return sign * Math.round(Number(rest.replace(',', '.')) * 1e6) * 1e-3
  if (BARE.test(bare)) return 0
  if (MILLIMETRES.test(bare)) return sign * Number(rest)
  if (!FEET.test(bare)) return null
  const feet = rest.replace(/^(?:EL\.?|LVL\.?|T\.?O\.?\w?\.?)\s*/i, '').replace(/(')[\s-]+(?=\d)/, '$1 ')
  try {
    return sign * (/^0+'(?:\s*0+"?)?$/.test(feet) ? 0 : parseLength(feet, 'ft'))
  } catch {
    return null
  }
}

/** A line is a level one where it rises by no more than this part of its length. */
const LEVEL = 0.01
/** A mark stands no further from its line than so many of its own heights. */
const REACH_HEIGHTS = 3.5

/** The marks of a sheet, as far as it shows them. @param lines which of its straight lines can be level ones */
export function levelMarksOf(
  linework: Linework,
  shows: Pick<Shown, 'admitsText'>,
  lines: (style: number, flags: number) => boolean,
  within: (p: Point) => boolean = () => true,
): LevelMark[] {
  const level = Array.from(linework.segmentFlags, (_, i) => i)
    .filter((i) => lines(linework.segmentStyles[i]!, linework.segmentFlags[i]!))
    .map((i) => segmentEnds(linework, i))
    .filter(([start, end]) => within(start) || within(end))
    .map(([start, end]): LevelLine => ({ start, end }))
  return levelMarks(joinWords(linework.text.filter((run) => shows.admitsText(run) && within(run))), level)
}

/** The marks of a sheet, each with the level line beneath or above it that lies nearest. */
export function levelMarks(writings: readonly Writing[], lines: readonly LevelLine[]): LevelMark[] {
  const level = lines.filter(({ start, end }) => {
    const across = Math.abs(end.x - start.x)
    return across > 0 && Math.abs(end.y - start.y) <= across * LEVEL
  })
  return writings.flatMap(({ text, x, y, heightPt, turnRad }): LevelMark[] => {
    const statedMm = statedHeight(text)
    if (statedMm === null || Math.abs(Math.sin(turnRad)) > 0.05) return []
    const width = text.length * heightPt * 0.55
    const middle = { x: x + width / 2, y: y + heightPt / 2 }
    let best: Point | null = null
    let least = heightPt * REACH_HEIGHTS
    for (const { start, end } of level) {
      const [left, right] = [Math.min(start.x, end.x), Math.max(start.x, end.x)]
      // Lines shorter than the writing belong to its sign.
      if (right - left < width * 0.6) continue
      const aside = Math.max(0, left - (x + width), x - right)
      if (aside > heightPt * REACH_HEIGHTS) continue
      const off = Math.abs(start.y - middle.y) + aside / 2
      if (off >= least) continue
      least = off
      best = { x: Math.max(left, Math.min(right, middle.x)), y: start.y }
    }
    return best ? [{ text: text.trim(), statedMm, atPt: { x, y }, linePt: best }] : []
  })
}
