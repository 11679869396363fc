const plain = (text: string): string =>
  text
    .normalize('NFD')
    .replace(/\p{Diacritic}/gu, '')
    .toLowerCase()

const wordsOf = (text: string): string[] =>
  plain(text)
    .split(/[^\p{L}\p{N}]+/u)
    .filter(Boolean)

/** What of something can be looked for. */
export interface Sought {
  readonly word: string
  /** Other words for it. */
  readonly also?: readonly string[]
  readonly about?: string
}

/** What a hit in its own name counts against one in another word for it, or in what it is about. */
const [IN_NAME, IN_OTHER, IN_ABOUT] = [4, 2, 1]

/**
 * How well something answers to what was typed: each typed word must begin one of its words, whatever their order, case
 * and accents.
 * @returns more for hits in its name, and for its name from the beginning; 0 where a typed word is nowhere
 */
export function answersTo(typed: string, { word, also = [], about = '' }: Sought): number {
  const groups = [
    [IN_NAME, wordsOf(word)],
    [IN_OTHER, also.flatMap(wordsOf)],
    [IN_ABOUT, wordsOf(about)],
  ] as const
  let sum = 0
  for (const each of wordsOf(typed)) {
    const best = Math.max(0, ...groups.map(([worth, words]) => (words.some((own) => own.startsWith(each)) ? worth : 0)))
    if (best === 0) return 0
    sum += best
  }
  return plain(word).startsWith(plain(typed.trim())) ? sum + IN_NAME : sum
}

/** What answers, the best first; everything, as it stands, where nothing was typed. */
export function found<T extends Sought>(typed: string, among: readonly T[]): T[] {
  if (typed.trim() === '') return [...among]
  return among
    .map((each) => ({ each, score: answersTo(typed, each) }))
    .filter(({ score }) => score > 0)
    .sort((a, b) => b.score - a.score)
    .map(({ each }) => each)
}
