import type { Family } from '../section'

export const ROUND: Family = {
  name: 'Round bar',
  about: 'Round steel bars',
  standard: 'EN 10060',
  stuff: 'steel',
  shapes: [8, 10, 12, 14, 16, 18, 20, 22, 24, 25, 28, 30, 32, 36, 40, 50].map((diameterMm) => [
    `RD ${diameterMm}`,
    { form: 'rod', diameterMm },
  ]),
}

export const FLAT: Family = {
  name: 'Flat bar',
  about: 'Flat steel bars',
  standard: 'EN 10058',
  stuff: 'steel',
  shapes: (
    [
      [30, 5],
      [40, 5],
      [50, 5],
      [50, 8],
      [60, 8],
      [80, 8],
      [80, 10],
      [100, 10],
      [100, 12],
      [120, 12],
      [150, 15],
    ] as const
  ).map(([heightMm, widthMm]) => [`FL ${heightMm}x${widthMm}`, { form: 'bar', heightMm, widthMm }]),
}
