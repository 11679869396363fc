import type { TextRun } from './linework'

/** Gaps up to this part of the height continue a word; producers that set each letter alone leave none. */
const SAME_WORD = 0.12
/** Gaps up to this part of the height are a space between words. */
const SAME_PHRASE = 0.6
const SAME_LINE = 0.02

/** Joins runs that continue one another on one baseline without a gap, as producers that place single letters draw them. */
export const joinLetters = (runs: readonly TextRun[]): TextRun[] => join(runs, SAME_WORD)

/** Joins words that follow one another on one baseline as well. */
export const joinWords = (runs: readonly TextRun[]): TextRun[] => join(runs, SAME_PHRASE)

function join(runs: readonly TextRun[], widest: number): TextRun[] {
  const joined: TextRun[] = []
  for (const run of runs) {
    const last = joined.at(-1)
    const gap = last ? gapBetween(last, run) : null
    if (last && gap !== null && Math.abs(gap) < widest) {
      const space = gap > SAME_WORD && !/\s$/.test(last.text) && !/^\s/.test(run.text) ? ' ' : ''
      const lengthPt = last.lengthPt + gap * last.heightPt + run.lengthPt
      joined[joined.length - 1] = { ...last, text: last.text + space + run.text, lengthPt }
    } else joined.push(run)
  }
  return joined.filter((run) => run.text.trim() !== '')
}

/** The gap from one run to the next in heights; null where they aren't alike, or not on one line. */
function gapBetween(last: TextRun, next: TextRun): number | null {
  if (last.flags !== next.flags || last.layer !== next.layer) return null
  if (Math.abs(last.heightPt - next.heightPt) > 1e-3 * last.heightPt || Math.abs(last.turnRad - next.turnRad) > 1e-4)
    return null
  const cos = Math.cos(last.turnRad)
  const sin = Math.sin(last.turnRad)
  const dx = next.x - last.x
  const dy = next.y - last.y
  const rise = -dx * sin + dy * cos
  if (Math.abs(rise) >= SAME_LINE * last.heightPt) return null
  return (dx * cos + dy * sin - last.lengthPt) / last.heightPt
}
