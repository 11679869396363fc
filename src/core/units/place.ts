import type { Point } from '../geometry/vector'
import { LengthError, type LengthUnit, parseLength } from './length'

/** Between two lengths: what can't stand within one of them. */
const BETWEEN = /[;,]\s+|;|\s{2,}|,(?=\s*-?\d+$)/

/**
 * Reads a place that is written as two lengths: `0, 0`, `12.5 m, 3 m`, `10'-6; 4'`.
 * @param unit of figures that name none
 * @returns millimetres, across and up
 * @throws LengthError
 */
export function parsePlace(text: string, unit: LengthUnit): Point {
  const parts = text.trim().split(BETWEEN)
  if (parts.length !== 2) throw new LengthError('Type two lengths, for instance “0, 0” or “12.5 m, 3 m”.')
  const [x, y] = parts.map((part) => parseLength(part, unit)) as [number, number]
  return { x, y }
}
