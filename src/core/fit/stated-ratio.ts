import type { TextRun } from '../sheet/linework'
import { ratioIn, type StatedRatio } from '../units/ratio-in-text'

const NAMED = /\b(scale|échelle|echelle|maßstab|massstab|m\s*=|schaal|scala|escala|skala|mål)\b/i
/** Ratios that drawings are made at (ISO 5455, with those of surveys). */
const USUAL = new Set([1, 2, 5, 10, 20, 25, 50, 75, 100, 125, 200, 250, 500, 1000, 1250, 2000, 2500, 5000, 10_000])
/** How near the word for it must stand to a ratio, in heights of its text. */
const NEAR = 14

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
