import { type Family, inches } from '../section'

const bars = (mark: string, widths: readonly number[], heights: readonly number[]): Family['shapes'] =>
  widths.flatMap((widthMm) =>
    heights
      .filter((heightMm) => heightMm >= widthMm)
      .map((heightMm) => [`${mark} ${widthMm}x${heightMm}`, { form: 'bar' as const, heightMm, widthMm }] as const),
  )

export const SAWN: Family = {
  name: 'Sawn timber',
  about: 'Sawn softwood, metric',
  standard: 'EN 1313-1',
  stuff: 'timber',
  shapes: bars('Sawn', [38, 50, 63, 75, 100, 150, 200], [75, 100, 125, 150, 175, 200, 225, 250, 300]),
}

export const PLANED: Family = {
  name: 'Planed timber',
  about: 'Planed softwood, metric',
  standard: 'EN 336',
  stuff: 'timber',
  shapes: bars('Planed', [45, 60, 80, 100, 120, 140, 160, 200], [70, 95, 120, 145, 160, 180, 195, 200, 220, 240]),
}

export const GLUED: Family = {
  name: 'Glued timber',
  about: 'Glued laminated softwood, lamellas of 40 mm',
  standard: 'EN 14080',
  stuff: 'timber',
  shapes: bars('Glulam', [100, 120, 140, 160, 200], [200, 240, 280, 320, 360, 400, 440, 480, 520, 560, 600, 800]),
}

/** Nominal sizes in inches, and what is left of them when dressed and dry. */
const DRESSED: Readonly<Record<number, number>> = { 2: 1.5, 3: 2.5, 4: 3.5, 6: 5.5, 8: 7.25, 10: 9.25, 12: 11.25 }

export const DIMENSION_LUMBER: Family = {
  name: 'Lumber',
  about: 'Dressed lumber, by nominal inches',
  standard: 'PS 20',
  stuff: 'timber',
  shapes: [2, 3, 4].flatMap((width) =>
    [4, 6, 8, 10, 12].map((height) => {
      const [widthMm, heightMm] = inches(DRESSED[width]!, DRESSED[height]!) as [number, number]
      return [`Lumber ${width}x${height}`, { form: 'bar' as const, heightMm, widthMm }] as const
    }),
  ),
}

export const ROUGH_LUMBER: Family = {
  name: 'Rough lumber',
  about: 'Rough sawn lumber, full inches',
  standard: 'PS 20',
  stuff: 'timber',
  shapes: [4, 6, 8, 10, 12].flatMap((width) =>
    [4, 6, 8, 10, 12]
      .filter((height) => height >= width)
      .map((height) => {
        const [widthMm, heightMm] = inches(width, height) as [number, number]
        return [`Rough ${width}x${height}`, { form: 'bar' as const, heightMm, widthMm }] as const
      }),
  ),
}
