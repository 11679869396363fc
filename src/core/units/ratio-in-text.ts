/** A ratio that a sheet itself names, with the words that name it. */
export interface StatedRatio {
  /** Site to paper: 100 for 1:100. */
  readonly ratio: number
  readonly words: string
}

const METRIC = /\b1\s*[:∶]\s*(\d{1,6}(?:[.,]\d{1,3})?)\b(?!\s*[:∶])/
/** `1/4" = 1'-0"`, `3/16" = 1'`, `1" = 20'`, `1 1/2" = 1'-0"`. */
const IMPERIAL = /(\d+\s+)?(\d+)(?:\s*\/\s*(\d+))?\s*["”″]\s*=\s*(\d+)\s*['’′](?:\s*-?\s*(\d+)\s*["”″])?/
/** Ratios beyond these are no scales of drawings: slopes and mixes of mortar are written alike. */
const LEAST = 1
const MOST = 100_000

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
