import type { Point } from '../../geometry/vector'
import { joinWords } from '../../sheet/join-runs'
import { isVisible, type TextRun } from '../../sheet/linework'
import { SUPERSCRIPTS } from './printed-length'

/** A piece of text as one would read it aloud, with its place. */
export interface Phrase {
  readonly text: string
  /** The middle of its letters, sheet space. */
  readonly centre: Point
  readonly lengthPt: number
  readonly heightPt: number
  readonly turnRad: number
}

/** Letters stand this part of the font's size high. */
const CAP = 0.7
/** Figures of a fraction, and raised ones, are smaller than this part of what they belong to. */
const SMALL = 0.86
/** They follow it within this part of its height. */
const NEAR = 0.6
const FIGURES = /^\s*\d{1,2}\s*["”″]?\s*$/

/** Phrases of a page that can be seen: words of a line joined, stacked fractions and raised figures put in their place. */
export function phrasesOf(text: readonly TextRun[]): Phrase[] {
  const runs = joinWords(text.filter((run) => isVisible(run.flags) && isSane(run)))
  const taken = new Set<TextRun>()
  const small = new Cells(runs.filter((run) => FIGURES.test(run.text)))
  const phrases: Phrase[] = []
  const hosts = runs.filter((run) => /\d/.test(run.text)).sort((a, b) => b.heightPt - a.heightPt)
  const joined = new Map<TextRun, { text: string; lengthPt: number }>()
  for (const run of hosts) {
    if (taken.has(run)) continue
    const added = attach(run, small, taken)
    if (added) joined.set(run, added)
  }
  for (const run of runs) {
    if (taken.has(run)) continue
    const { text: words, lengthPt } = joined.get(run) ?? run
    phrases.push({ ...placed(run, lengthPt), text: words.trim() })
  }
  return phrases
}

/** Damaged files hold text of any size, anywhere: none of it states a dimension. */
const isSane = ({ x, y, heightPt, lengthPt }: TextRun): boolean =>
  Math.abs(x) < FARTHEST_PT &&
  Math.abs(y) < FARTHEST_PT &&
  heightPt > 0.5 &&
  heightPt < TALLEST_PT &&
  lengthPt < FARTHEST_PT

const FARTHEST_PT = 2e5
const TALLEST_PT = 400

function placed({ x, y, heightPt, turnRad }: TextRun, lengthPt: number): Omit<Phrase, 'text'> {
  const [cos, sin] = [Math.cos(turnRad), Math.sin(turnRad)]
  const up = (heightPt * CAP) / 2
  const centre = { x: x + (cos * lengthPt) / 2 - sin * up, y: y + (sin * lengthPt) / 2 + cos * up }
  return { centre, lengthPt, heightPt, turnRad }
}

/** A run in the frame of another: how far along its line it starts, how far above it stands. */
function within(host: TextRun, run: TextRun): { along: number; rise: number } {
  const [cos, sin] = [Math.cos(host.turnRad), Math.sin(host.turnRad)]
  const [dx, dy] = [run.x - host.x, run.y - host.y]
  return { along: dx * cos + dy * sin, rise: -dx * sin + dy * cos }
}

/** Small figures behind a run, as a fraction or raised. */
function attach(host: TextRun, small: Cells, taken: Set<TextRun>): { text: string; lengthPt: number } | null {
  const { heightPt: h, lengthPt, turnRad } = host
  const end = { x: host.x + Math.cos(turnRad) * lengthPt, y: host.y + Math.sin(turnRad) * lengthPt }
  const after = small
    .near(end, h * 2)
    .filter(
      (run) =>
        run !== host &&
        !taken.has(run) &&
        run.heightPt < SMALL * h &&
        run.heightPt > 0.3 * h &&
        Math.abs(Math.sin(run.turnRad - turnRad)) < 0.02,
    )
    .map((run) => ({ run, ...within(host, run) }))
    .filter(
      ({ along, rise }) => along > lengthPt - 0.2 * h && along < lengthPt + NEAR * h && rise > -0.7 * h && rise < h,
    )
    .sort((a, b) => b.rise - a.rise)
  const [upper, lower] = after
  if (!upper) return null
  if (lower && overlap(upper, lower) > 0.4) {
    const under = lower.run.text.trim()
    taken.add(upper.run).add(lower.run)
    const long = Math.max(upper.along + upper.run.lengthPt, lower.along + lower.run.lengthPt)
    const mark = /["”″]/.test(host.text + under) ? '' : /['’′]/.test(host.text) ? '"' : ''
    const fraction = `${upper.run.text.trim()}/${under}${mark}`
    return { text: `${host.text.trimEnd()} ${fraction}`, lengthPt: long }
  }
  const raised = upper.run.text.trim()
  if (!/^\d$/.test(raised) || upper.rise < 0.2 * h || /['"′″’”]/.test(host.text)) return null
  taken.add(upper.run)
  return { text: host.text.trimEnd() + SUPERSCRIPTS[Number(raised)]!, lengthPt: upper.along + upper.run.lengthPt }
}

/** How much of the shorter of two runs lies above or below the other. */
function overlap(a: { run: TextRun; along: number }, b: { run: TextRun; along: number }): number {
  const from = Math.max(a.along, b.along)
  const to = Math.min(a.along + a.run.lengthPt, b.along + b.run.lengthPt)
  return (to - from) / Math.max(1e-9, Math.min(a.run.lengthPt, b.run.lengthPt))
}

/** Runs by where they start. */
class Cells {
  private static readonly SIZE_PT = 24
  private readonly cells = new Map<string, TextRun[]>()

  constructor(runs: readonly TextRun[]) {
    for (const run of runs) {
      const key = this.key(run.x, run.y)
      const cell = this.cells.get(key)
      if (cell) cell.push(run)
      else this.cells.set(key, [run])
    }
  }

  near({ x, y }: Point, radius: number): TextRun[] {
    const found: TextRun[] = []
    const size = Cells.SIZE_PT
    for (let i = Math.floor((x - radius) / size); i <= Math.floor((x + radius) / size); i++)
      for (let j = Math.floor((y - radius) / size); j <= Math.floor((y + radius) / size); j++)
        found.push(...(this.cells.get(`${i},${j}`) ?? []))
    return found
  }

  private key = (x: number, y: number) => `${Math.floor(x / Cells.SIZE_PT)},${Math.floor(y / Cells.SIZE_PT)}`
}
