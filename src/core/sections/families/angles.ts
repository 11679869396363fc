import type { Family } from '../section'

type Row = readonly [height: number, width: number, wall: number, root: number]

/** Angles with legs of which the toes have half the root's radius. */
const shapes = (rows: readonly Row[]): Family['shapes'] =>
  rows.map(([heightMm, widthMm, wallMm, rootMm]) => [
    heightMm === widthMm ? `L ${heightMm}x${wallMm}` : `L ${heightMm}x${widthMm}x${wallMm}`,
    { form: 'angle', heightMm, widthMm, wallMm, rootMm, toeMm: rootMm / 2 },
  ])

export const L_EQUAL: Family = {
  name: 'L equal',
  about: 'Angles with equal legs',
  standard: 'EN 10056-1',
  stuff: 'steel',
  shapes: shapes([
    [20, 20, 3, 3.5],
    [25, 25, 3, 3.5],
    [30, 30, 3, 5],
    [40, 40, 4, 6],
    [50, 50, 5, 7],
    [50, 50, 6, 7],
    [60, 60, 6, 8],
    [70, 70, 7, 9],
    [80, 80, 8, 10],
    [90, 90, 9, 11],
    [100, 100, 8, 12],
    [100, 100, 10, 12],
    [120, 120, 12, 13],
    [150, 150, 15, 16],
    [200, 200, 20, 18],
  ]),
}

export const L_UNEQUAL: Family = {
  name: 'L unequal',
  about: 'Angles with unequal legs',
  standard: 'EN 10056-1',
  stuff: 'steel',
  shapes: shapes([
    [60, 40, 5, 6],
    [80, 40, 6, 7],
    [100, 50, 8, 8],
    [100, 65, 8, 10],
    [100, 75, 9, 10],
    [120, 80, 10, 11],
    [150, 90, 12, 12],
    [200, 100, 12, 15],
  ]),
}
