import type { LengthUnit } from './length'
import { LengthError, parseLength } from './length'

/** More places than these are a slip of the pen. */
const MOST = 500

/**
 * Spacings as they are written on drawings: "3 x 4200, 3600" are four, at 4200, 8400, 12600 and 16200.
 * @returns distances from the first place, in millimetres
 * @throws LengthError with a sentence
 */
export function parseSpacings(text: string, unit: LengthUnit): number[] {
  const parts = text
    .split(/[;\n]|,(?!\d)|,(?=\d{3,})|\s+\+\s+/)
    .map((part) => part.trim())
    .filter((part) => part !== '')
  if (parts.length === 0) throw new LengthError('Type spacings, such as 3 x 4200, 3600.')
  const places: number[] = []
  let at = 0
  for (const part of parts) {
    const times = /^(\d+)\s*[x×*@]\s*(.+)$/i.exec(part)
    const count = times ? Number(times[1]) : 1
    const stepMm = parseLength(times ? times[2]! : part, unit)
    if (!(stepMm > 0)) throw new LengthError(`A spacing is more than nothing: ${part}.`)
    if (count < 1 || places.length + count > MOST) throw new LengthError(`That would be more than ${MOST} places.`)
    for (let i = 0; i < count; i++) {
      at += stepMm
      places.push(at)
    }
  }
  return places
}
