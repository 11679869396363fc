import { type Box, boxOf, isEmpty } from '../../../geometry/box'
import type { Vector3 } from '../../../geometry/space'
import type { Point } from '../../../geometry/vector'
import type { LineType } from '../../../model/pen'
import type { DxfUnit } from '../drawing'

/** Values of $INSUNITS and $MEASUREMENT (DXF reference, HEADER section). */
const UNIT_CODES: Record<DxfUnit, { insUnits: number; measurement: 0 | 1 }> = {
  mm: { insUnits: 4, measurement: 1 },
  cm: { insUnits: 5, measurement: 1 },
  m: { insUnits: 6, measurement: 1 },
  in: { insUnits: 1, measurement: 0 },
  ft: { insUnits: 2, measurement: 0 },
}

export type Group = readonly [code: number, value: string | number]

export function groups(...pairs: readonly Group[]): string {
  return pairs
    .map(([code, value]) => `${code}\n${typeof value === 'number' ? figure(value) : encode(value)}\n`)
    .join('')
}

/** Whole numbers as they are, others with as many decimals as a double holds and no exponent. */
function figure(value: number): string {
  if (Number.isInteger(value)) return String(value)
  const short = String(value)
  return short.includes('e') ? value.toFixed(12) : short
}

/** A value ends with its line, so nothing in it may end one. */
const encode = (text: string): string => text.replace(/[\p{Cc}\p{Zl}\p{Zp}]/gu, ' ')

export const real = (value: number): string => (Number.isInteger(value) ? `${value}.0` : figure(value))

/** A point as the three groups from `code` on; one of the plane has no height. */
export const place = (code: number, at: Point | Vector3): Group[] => [
  [code, real(at.x)],
  [code + 10, real(at.y)],
  [code + 20, 'z' in at ? real(at.z) : '0.0'],
]

/** An angle as DXF has it: degrees from 0 to 360. */
export const degrees = (rad: number): number => ((((rad * 180) / Math.PI) % 360) + 360) % 360

/** The line types of a drawing by their usual names. */
export const LINE_NAMES: Record<LineType, string> = {
  full: 'Continuous',
  dashed: 'DASHED',
  dotted: 'DOT',
  chain: 'DASHDOT',
}

/** Dash lengths stand for paper; plans are drawn true to size, mostly at 1:50. */
export const LINE_TYPE_SCALE = 50

/** The header's words on the unit of a drawing. */
export function unitGroups(unit: DxfUnit): Group[] {
  const { insUnits, measurement } = UNIT_CODES[unit]
  return [
    [9, '$INSUNITS'],
    [70, insUnits],
    [9, '$MEASUREMENT'],
    [70, measurement],
  ]
}

/** The header's words on what a drawing covers; its zero where that is nothing. */
export function extentGroups(extent: Box): Group[] {
  const { minX, minY, maxX, maxY } = isEmpty(extent) ? boxOf([{ x: 0, y: 0 }]) : extent
  return [[9, '$EXTMIN'], ...place(10, { x: minX, y: minY }), [9, '$EXTMAX'], ...place(10, { x: maxX, y: maxY })]
}
