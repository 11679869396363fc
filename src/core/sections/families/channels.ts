import { type Family, inches } from '../section'

/** European channels with parallel flanges. */
export const UPE: Family = {
  name: 'UPE',
  about: 'Channels with parallel flanges',
  standard: 'EN 10365',
  stuff: 'steel',
  shapes: (
    [
      [80, 50, 4, 7, 10],
      [100, 55, 4.5, 7.5, 10],
      [120, 60, 5, 8, 12],
      [140, 65, 5, 9, 12],
      [160, 70, 5.5, 9.5, 12],
      [180, 75, 5.5, 10.5, 12],
      [200, 80, 6, 11, 13],
      [220, 85, 6.5, 12, 13],
      [240, 90, 7, 12.5, 15],
      [270, 95, 7.5, 13.5, 15],
      [300, 100, 9.5, 15, 15],
      [330, 105, 11, 16, 18],
      [360, 110, 12, 17, 18],
      [400, 115, 13.5, 18, 18],
    ] as const
  ).map(([heightMm, widthMm, webMm, flangeMm, rootMm]) => [
    `UPE ${heightMm}`,
    { form: 'channel', heightMm, widthMm, webMm, flangeMm, rootMm, toeMm: 0, slope: 0, statedAtMm: widthMm / 2 },
  ]),
}

/** European channels whose flanges rise by 8 %; their thickness stands half way along. */
export const UPN: Family = {
  name: 'UPN',
  about: 'Channels with sloping flanges',
  standard: 'EN 10365',
  stuff: 'steel',
  shapes: (
    [
      [80, 45, 6, 8, 4],
      [100, 50, 6, 8.5, 4.5],
      [120, 55, 7, 9, 4.5],
      [140, 60, 7, 10, 5],
      [160, 65, 7.5, 10.5, 5.5],
      [180, 70, 8, 11, 5.5],
      [200, 75, 8.5, 11.5, 6],
      [220, 80, 9, 12.5, 6.5],
      [240, 85, 9.5, 13, 6.5],
      [260, 90, 10, 14, 7],
      [280, 95, 10, 15, 7.5],
      [300, 100, 10, 16, 8],
    ] as const
  ).map(([heightMm, widthMm, webMm, flangeMm, toeMm]) => [
    `UPN ${heightMm}`,
    {
      form: 'channel',
      heightMm,
      widthMm,
      webMm,
      flangeMm,
      rootMm: flangeMm,
      toeMm,
      slope: 0.08,
      statedAtMm: widthMm / 2,
    },
  ]),
}

/** American standard channels, whose flanges rise by 1 in 6; their thickness stands half way along what stands out. */
export const C: Family = {
  name: 'C',
  about: 'American standard channels',
  standard: 'ASTM A6',
  stuff: 'steel',
  shapes: (
    [
      ['C6X8.2', 6, 1.92, 0.2, 0.343, 0.3, 0.12],
      ['C7X9.8', 7, 2.09, 0.21, 0.366, 0.31, 0.13],
      ['C8X11.5', 8, 2.26, 0.22, 0.39, 0.32, 0.13],
      ['C9X13.4', 9, 2.43, 0.233, 0.413, 0.33, 0.14],
      ['C10X15.3', 10, 2.6, 0.24, 0.436, 0.34, 0.14],
      ['C12X20.7', 12, 2.94, 0.282, 0.501, 0.38, 0.17],
      ['C15X33.9', 15, 3.4, 0.4, 0.65, 0.5, 0.24],
    ] as const
  ).map(([name, ...sizes]) => {
    const [heightMm, widthMm, webMm, flangeMm, rootMm, toeMm] = inches(...sizes) as [
      number,
      number,
      number,
      number,
      number,
      number,
    ]
    const statedAtMm = (widthMm + webMm) / 2
    return [name, { form: 'channel', heightMm, widthMm, webMm, flangeMm, rootMm, toeMm, slope: 1 / 6, statedAtMm }]
  }),
}
