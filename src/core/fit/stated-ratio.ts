import type { TextRun } from '../sheet/linework'

/** A ratio that a sheet itself names, with the words that name it. */
export interface StatedRatio {
  /** Site to paper: 100 for 1:100. */
  readonly ratio: number
  readonly words: string
}

const METRIC = /\b1\s*[:∶]\s*(\d{1,6}(?:[.,]\d{1,3})?)\b(?!\s*[:∶])/
/** `1/4" = 1'-0"`, `3/16" = 1'`, `1" = 20'`, `1 1/2" = 1'-0"`. */
const IMPERIAL = /(\d+\s+)?(\d+)(?:\s*\/\s*(\d+))?\s*["”″]\s*=\s*(\d+)\s*['’′](?:\s*-?\s*(\d+)\s*["”″])?/
const NAMED = /\b(scale|échelle|echelle|maßstab|massstab|m\s*=|schaal|scala|escala|skala|mål)\b/i
/** Ratios beyond these are no scales of drawings: slopes and mixes of mortar are written alike. */
const LEAST = 1
const MOST = 100_000
/** Ratios that drawings are made at (ISO 5455, with those of surveys). */
const USUAL = new Set([1, 2, 5, 10, 20, 25, 50, 75, 100, 125, 200, 250, 500, 1000, 1250, 2000, 2500, 5000, 10_000])
/** How near the word for it must stand to a ratio, in heights of its text. */
const NEAR = 14

/** What a piece of text says of the scale; null where it says nothing. */
export function ratioIn(text: string): StatedRatio | null {
  const imperial = text.match(IMPERIAL)
  if (imperial) {
    const [words, whole, above, below, feet, inches] = imperial
    const paperIn = Number(whole ?? 0) + Number(above) / Number(below ?? 1)
    const siteIn = Number(feet) * 12 + Number(inches ?? 0)
    return within(siteIn / paperIn, words)
  }
  const metric = text.match(METRIC)
  return metric ? within(Number(metric[1]!.replace(',', '.')), metric[0]) : null
}

const within = (ratio: number, words: string): StatedRatio | null =>
  ratio >= LEAST && ratio <= MOST ? { ratio, words: words.trim() } : null

/**
 * The ratio that a sheet names as its own: beside the word for scale before all others, else the one named most often
 * among those that drawings are made at.
 */
export function statedRatio(text: readonly TextRun[]): StatedRatio | null {
  const found = text.flatMap((run) => {
    const stated = ratioIn(run.text)
    return stated ? [{ run, stated }] : []
  })
  if (found.length === 0) return null
  const words = text.filter((run) => NAMED.test(run.text))
  const beside = found.filter(({ run }) =>
    words.some(
      (word) =>
        word === run || Math.hypot(word.x - run.x, word.y - run.y) < NEAR * Math.max(word.heightPt, run.heightPt),
    ),
  )
  const usual = found.filter(
    ({ stated }) => USUAL.has(Math.round(stated.ratio * 1000) / 1000) || /=/.test(stated.words),
  )
  const votes = beside.length > 0 ? beside : usual
  const counts = new Map<number, number>()
  for (const { stated } of votes) counts.set(stated.ratio, (counts.get(stated.ratio) ?? 0) + 1)
  const [best] = [...counts].sort((a, b) => b[1] - a[1])
  return votes.find(({ stated }) => stated.ratio === best?.[0])?.stated ?? null
}
