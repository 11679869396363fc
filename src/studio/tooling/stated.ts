import type { DimensionWay } from '@/core/model/dimension/schema'
import { parseAngleDeg } from '@/core/units/angle'
import { formatLength, type LengthDisplay, partDisplay } from '@/core/units/format'
import { parseLength } from '@/core/units/length'

/**
 * What somebody types into a dimension: a length in millimetres, of an angle radians; of a radius also a diameter with
 * its sign before it.
 * @throws Error with a sentence
 */
export function statedOf(text: string, way: DimensionWay, { unit }: LengthDisplay): number {
  if (way === 'angle') return (parseAngleDeg(text) * Math.PI) / 180
  const [, sign, figure] = /^\s*([R⌀Ø]?)\s*(.*)$/iu.exec(text)!
  const mm = parseLength(figure!, unit)
  if (!(mm > 0)) throw new Error('Type a length of more than nothing.')
  return way === 'radius' && sign && sign.toUpperCase() !== 'R' ? mm / 2 : mm
}

/** What a dimension states, as a person types it. */
export const sayStated = (way: string, stated: number, display: LengthDisplay): string =>
  way === 'angle'
    ? `${((stated * 180) / Math.PI).toFixed(2)}°`
    : `${way === 'radius' ? 'R ' : ''}${formatLength(stated, partDisplay(display), false)}`
