import { MM_PER } from '../../units/length'
import type { Evidence } from './evidence'
import type { LineFinder } from './line-finder'
import type { Phrase } from './phrases'

/** Labels of a bar stand on one line within this part of their height. */
const SAME_LINE = 0.3
const FIGURE = /^(\d+(?:[.,]\d+)?)\s*(mm|cm|m|ft|feet|'|′|in)?\.?$/i
/** Figures and places of a bar run alike within this. */
const EVEN = 0.03
const FEWEST = 3

interface Label {
  readonly value: number
  readonly unit: string | null
  readonly phrase: Phrase
}

/** Scale bars: a row of rising figures, evenly spaced as they rise, the last with its unit. */
export function scaleBarEvidence(phrases: readonly Phrase[], lines: LineFinder): Evidence[] {
  const labels = phrases.flatMap((phrase): Label[] => {
    const found = phrase.text.match(FIGURE)
    if (!found || Math.abs(Math.sin(phrase.turnRad)) > 0.02) return []
    return [{ value: Number(found[1]!.replace(',', '.')), unit: found[2]?.toLowerCase() ?? null, phrase }]
  })
  const bars: Evidence[] = []
  for (const first of labels.filter(({ value }) => value === 0)) {
    const { centre, heightPt } = first.phrase
    const row = labels
      .filter(
        ({ phrase }) =>
          Math.abs(phrase.centre.y - centre.y) < SAME_LINE * heightPt && phrase.centre.x > centre.x + heightPt,
      )
      .sort((a, b) => a.phrase.centre.x - b.phrase.centre.x)
    const rising: Label[] = [first]
    for (const label of row) if (label.value > rising.at(-1)!.value) rising.push(label)
    const bar = even(rising, unitBeside(rising, phrases), lines)
    if (bar) bars.push(bar)
  }
  return bars
}

const UNIT_ALONE = /^(mm|cm|m|ft|feet|in|met(?:re|er)s?)\.?$/i

/** The unit that stands by itself after the last figure of a row. */
function unitBeside(labels: readonly Label[], phrases: readonly Phrase[]): string | null {
  const { centre, heightPt, lengthPt } = labels.at(-1)!.phrase
  const found = phrases.find(
    ({ text, centre: at }) =>
      UNIT_ALONE.test(text.trim()) &&
      Math.abs(at.y - centre.y) < 3 * heightPt &&
      at.x > centre.x - lengthPt &&
      at.x - centre.x < lengthPt + 8 * heightPt,
  )
  const word = found?.text.trim().toLowerCase().replace('.', '')
  return word?.startsWith('met') ? 'm' : (word ?? null)
}

function even(labels: readonly Label[], beside: string | null, lines: LineFinder): Evidence | null {
  for (let count = labels.length; count >= FEWEST; count--) {
    const [first, last] = [labels[0]!, labels[count - 1]!]
    const unit = last.unit ?? labels.find((label) => label.unit)?.unit ?? beside
    if (!unit) continue
    const places = labels.slice(0, count).map(({ phrase }) => markNear(phrase, lines))
    const length = places.at(-1)! - places[0]!
    const fits = labels
      .slice(0, count)
      .every(({ value }, i) => Math.abs((places[i]! - places[0]!) / length - value / last.value) < EVEN)
    if (!fits || length <= 0) continue
    const { y } = first.phrase.centre
    const mm = MM_PER[unit === "'" || unit === '′' || unit === 'feet' ? 'ft' : (unit as keyof typeof MM_PER)]
    return {
      source: 'bar',
      text: `scale bar of ${last.value} ${unit}`,
      candidates: [
        {
          from: { x: places[0]!, y },
          to: { x: places.at(-1)!, y },
          likelihood: 1,
          printed: { kind: 'stated', value: last.value * mm, grain: last.value * mm * 0.003 },
        },
      ],
    }
  }
  return null
}

/** The upright line of the bar at which a label stands; the middle of the label where there is none. */
function markNear({ centre, heightPt }: Phrase, lines: LineFinder): number {
  const near = lines
    .inStrip({ x: centre.x, y: centre.y - 3 * heightPt }, { x: 0, y: 1 }, 0, 6 * heightPt, 1.2 * heightPt)
    .filter(([a, b]) => Math.abs(b.x - a.x) < 0.05 && Math.abs(b.y - a.y) > 0.2 * heightPt)
    .map(([a]) => a.x)
    .sort((a, b) => Math.abs(a - centre.x) - Math.abs(b - centre.x))
  return near[0] !== undefined && Math.abs(near[0] - centre.x) < 1.2 * heightPt ? near[0] : centre.x
}
