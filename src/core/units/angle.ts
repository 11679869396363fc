import { LengthError, parseLength } from './length'

/**
 * Reads an angle in degrees with simple arithmetic: `45`, `90/4`, `30°15'20"`, `-12,5`.
 * @returns degrees, anticlockwise
 * @throws LengthError with a sentence
 */
export function parseAngleDeg(text: string): number {
  const [, sign = '', degrees, minutes = '0', seconds = '0'] =
    text
      .trim()
      .match(/^([-−]?)\s*(\d+(?:[.,]\d+)?)\s*°(?:\s*(\d+(?:[.,]\d+)?)\s*['′])?(?:\s*(\d+(?:[.,]\d+)?)\s*["″])?$/) ?? []
  const number = (part: string) => Number(part.replace(',', '.'))
  if (degrees !== undefined) return (sign ? -1 : 1) * (number(degrees) + number(minutes) / 60 + number(seconds) / 3600)
  if (/[a-z'"]/i.test(text))
    throw new LengthError(`“${text.trim()}” can't be read as an angle. Type degrees, for instance 45 or 30°15'.`)
  // A plain number in the unit of one millimetre is just that number.
  return parseLength(text, 'mm')
}
