import { type Family, inches } from '../section'
import type { SectionShape } from '../shape'

/** Hot finished: corners of one and a half and of one thickness (EN 10210-2, annex B). */
const hot = (heightMm: number, widthMm: number, wallMm: number): SectionShape => ({
  form: 'box',
  heightMm,
  widthMm,
  wallMm,
  outerMm: 1.5 * wallMm,
  innerMm: wallMm,
})

export const SHS: Family = {
  name: 'SHS',
  about: 'Square hollow sections, hot finished',
  standard: 'EN 10210-2',
  stuff: 'steel',
  shapes: (
    [
      [40, 4],
      [50, 4],
      [60, 5],
      [80, 5],
      [100, 5],
      [100, 8],
      [120, 6.3],
      [150, 8],
      [200, 10],
      [250, 10],
      [300, 12.5],
    ] as const
  ).map(([side, wall]) => [`SHS ${side}x${wall}`, hot(side, side, wall)]),
}

export const RHS: Family = {
  name: 'RHS',
  about: 'Rectangular hollow sections, hot finished',
  standard: 'EN 10210-2',
  stuff: 'steel',
  shapes: (
    [
      [60, 40, 4],
      [100, 50, 5],
      [120, 60, 5],
      [150, 100, 6.3],
      [200, 100, 8],
      [250, 150, 10],
      [300, 200, 10],
      [400, 200, 12.5],
    ] as const
  ).map(([height, width, wall]) => [`RHS ${height}x${width}x${wall}`, hot(height, width, wall)]),
}

export const CHS: Family = {
  name: 'CHS',
  about: 'Round hollow sections, hot finished',
  standard: 'EN 10210-2',
  stuff: 'steel',
  shapes: (
    [
      [33.7, 3.2],
      [48.3, 3.2],
      [60.3, 4],
      [76.1, 4],
      [88.9, 5],
      [114.3, 5],
      [139.7, 6.3],
      [168.3, 8],
      [219.1, 8],
      [273, 10],
      [323.9, 10],
    ] as const
  ).map(([diameterMm, wallMm]) => [`CHS ${diameterMm}x${wallMm}`, { form: 'pipe', diameterMm, wallMm }]),
}

/** The wall that counts is 0.93 of the nominal one, the corners two and one of it (ASTM A500, ANSI/AISC 360 B4.2). */
export const HSS: Family = {
  name: 'HSS',
  about: 'American hollow sections',
  standard: 'ASTM A500',
  stuff: 'steel',
  shapes: [
    ...(
      [
        ['HSS2X2X1/4', 2, 2, 0.233],
        ['HSS3X3X1/4', 3, 3, 0.233],
        ['HSS4X4X1/4', 4, 4, 0.233],
        ['HSS5X5X1/4', 5, 5, 0.233],
        ['HSS6X4X1/4', 6, 4, 0.233],
        ['HSS6X6X3/8', 6, 6, 0.349],
        ['HSS8X4X1/4', 8, 4, 0.233],
        ['HSS8X8X1/2', 8, 8, 0.465],
        ['HSS10X10X1/2', 10, 10, 0.465],
      ] as const
    ).map(([name, ...sizes]): readonly [string, SectionShape] => {
      const [heightMm, widthMm, wallMm] = inches(...sizes) as [number, number, number]
      return [name, { form: 'box', heightMm, widthMm, wallMm, outerMm: 2 * wallMm, innerMm: wallMm }]
    }),
    ...(
      [
        ['HSS4.000X0.250', 4, 0.233],
        ['HSS6.625X0.280', 6.625, 0.26],
      ] as const
    ).map(([name, ...sizes]): readonly [string, SectionShape] => {
      const [diameterMm, wallMm] = inches(...sizes) as [number, number]
      return [name, { form: 'pipe', diameterMm, wallMm }]
    }),
  ],
}
