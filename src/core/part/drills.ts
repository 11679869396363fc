import { MM_PER } from '../units/length'

/** Diameters of numbered drills from 1 on, in thousandths of an inch (ASME B94.11M). */
const NUMBERED = [
  228, 221, 213, 209, 205.5, 204, 201, 199, 196, 193.5, 191, 189, 185, 182, 180, 177, 173, 169.5, 166, 161, 159, 157,
  154, 152, 149.5, 147, 144, 140.5, 136, 128.5, 120, 116, 113, 111, 110, 106.5, 104, 101.5, 99.5, 98, 96, 93.5, 89, 86,
  82, 81, 78.5, 76, 73, 70, 67, 63.5, 59.5, 55, 52, 46.5, 43, 42, 41, 40,
]

/** Diameters of lettered drills from A on, in thousandths of an inch (ASME B94.11M). */
const LETTERED = [
  234, 238, 242, 246, 250, 257, 261, 266, 272, 277, 281, 290, 295, 302, 316, 323, 332, 339, 348, 358, 368, 377, 386,
  397, 404, 413,
]

const MM_PER_THOU = MM_PER.in / 1000

/** The diameters of all numbered and lettered drills. */
export const INCH_DRILLS_MM: readonly number[] = [...NUMBERED, ...LETTERED].map((thou) => thou * MM_PER_THOU)

/** The diameter of a drill by its number or letter; null where there is none. */
export function drillMm(name: string): number | null {
  const thou = /^\d+$/.test(name) ? NUMBERED[Number(name) - 1] : LETTERED[name.charCodeAt(0) - 65]
  return thou === undefined ? null : thou * MM_PER_THOU
}
