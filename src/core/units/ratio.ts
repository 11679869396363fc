import { ratioIn } from './ratio-in-text'

/** What was typed is no ratio. The message is for the person. */
export class RatioError extends Error {}

/**
 * A ratio of site to paper as the trade writes it: `1:100`, `1/4" = 1'-0"`, `2:1`, or a plain factor, `50`.
 * @throws RatioError
 */
export function parseRatio(text: string): number {
  const tidy = text.trim().replace(',', '.')
  const pair = tidy.match(/^(\d+(?:\.\d+)?)\s*[:/]\s*(\d+(?:\.\d+)?)$/)
  const ratio = pair
    ? Number(pair[2]) / Number(pair[1])
    : /^\d+(?:\.\d+)?$/.test(tidy)
      ? Number(tidy)
      : ratioIn(tidy)?.ratio
  if (!ratio || !(ratio > 0) || ratio > 1e9)
    throw new RatioError(`“${text}” is no ratio: write 1:100, 1/4" = 1'-0", or a plain factor such as 50.`)
  return ratio
}
