import type { Point } from '../geometry/vector'
import { isVisible, type TextRun } from '../sheet/linework'
import { MM_PER_PT } from '../units/length'
import { ratioIn, type StatedRatio } from '../units/ratio-in-text'

/** Ratios that show a part larger than it is are written the other way round: 2:1. */
const ENLARGED = /\b(\d{1,3}(?:[.,]\d{1,2})?)\s*[:∶]\s*1\b(?!\s*[:∶])/
/** A view's title names it before its ratio. */
const TITLED =
  /\b(detail|section|view|schnitt|ansicht|einzelheit|coupe|vue|détail|snitt|doorsnede)\b|\b[A-Z]\s*[-–—]\s*[A-Z]\b/i
/** A title stands this near to what it is of, on paper. */
const REACH_MM = 80

/** A ratio with the words of the title that states it. */
export interface ViewRatio extends StatedRatio {
  readonly title: string
}

/** True size to paper, by what a text says: 2 for 1:2, a half for 2:1; null where it says nothing. */
export function ratioOfTitle(text: string): StatedRatio | null {
  const enlarged = text.match(ENLARGED)
  if (enlarged && Number(enlarged[1]!.replace(',', '.')) > 1)
    return { ratio: 1 / Number(enlarged[1]!.replace(',', '.')), words: enlarged[0] }
  return ratioIn(text)
}

/**
 * The ratio that the title of a section or detail states for itself, where one stands near a place; a title and its ratio
 * may be two lines beneath one another.
 * @param at sheet space
 */
export function viewRatioNear(runs: readonly TextRun[], at: Point): ViewRatio | null {
  const seen = runs.filter(({ flags }) => isVisible(flags))
  const away = ({ x, y, lengthPt, turnRad }: TextRun): number =>
    Math.hypot(x + (Math.cos(turnRad) * lengthPt) / 2 - at.x, y + (Math.sin(turnRad) * lengthPt) / 2 - at.y)
  const titles = seen.filter(({ text }) => TITLED.test(text)).sort((a, b) => away(a) - away(b))
  const [title] = titles
  if (!title || away(title) * MM_PER_PT > REACH_MM) return null
  const own = ratioOfTitle(title.text)
  if (own) return { ...own, title: title.text.trim() }
  for (const run of seen) {
    const below =
      Math.hypot(run.x - title.x, run.y - title.y) < 3 * Math.max(title.heightPt, run.heightPt) + title.lengthPt
    const found = below && Math.abs(run.y - title.y) < 3 * title.heightPt ? ratioOfTitle(run.text) : null
    if (found) return { ...found, title: `${title.text.trim()} ${found.words}` }
  }
  return null
}
