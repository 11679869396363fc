import type { PriceBook } from '../model/price-book/schema'

/** A density in kg/m³ times a volume in mm³ is so many kilograms. */
export const KG_M3_PER_MM3 = 1e-9

/** What a part is made of. */
export interface Material {
  readonly name: string
  readonly densityKgM3: number
}

/** Usual materials with their densities (EN 1999-1-1, EN 1993-1-1, EN 10088-1, EN 12164, ASTM A36 and SAE steels by the handbooks, and makers' tables for plastics). */
export const MATERIALS: readonly Material[] = [
  { name: 'Aluminium 6061-T6', densityKgM3: 2700 },
  { name: 'Aluminium 6082-T6', densityKgM3: 2700 },
  { name: 'Aluminium 7075-T6', densityKgM3: 2810 },
  { name: 'Carbon steel A36', densityKgM3: 7850 },
  { name: 'Carbon steel 1018', densityKgM3: 7870 },
  { name: 'Carbon steel 1045', densityKgM3: 7850 },
  { name: 'Carbon steel C15', densityKgM3: 7850 },
  { name: 'Carbon steel C45', densityKgM3: 7850 },
  { name: 'Steel S235', densityKgM3: 7850 },
  { name: 'Steel S355', densityKgM3: 7850 },
  { name: 'Stainless steel 1.4301', densityKgM3: 7900 },
  { name: 'Stainless steel 1.4404', densityKgM3: 8000 },
  { name: 'Brass CuZn39Pb3', densityKgM3: 8470 },
  { name: 'POM', densityKgM3: 1410 },
  { name: 'PA 6', densityKgM3: 1140 },
  { name: 'PE-HD', densityKgM3: 950 },
  { name: 'Birch plywood', densityKgM3: 680 },
]

/** The usual materials and those of a price book, with its densities. */
export function materialsIn({ materials }: Pick<PriceBook, 'materials'>): Material[] {
  const densities = new Map(materials.map(({ name, densityKgM3 }) => [name, densityKgM3]))
  const usual = MATERIALS.map(({ name, densityKgM3 }) => ({ name, densityKgM3: densities.get(name) ?? densityKgM3 }))
  const known = new Set(usual.map(({ name }) => name))
  const own = materials.flatMap(({ name, densityKgM3 }) =>
    known.has(name) || densityKgM3 === undefined ? [] : [{ name, densityKgM3 }],
  )
  return [...usual, ...own]
}

/** A material of a part: its density is null where nobody has said it yet. */
export interface NamedMaterial {
  readonly name: string
  readonly densityKgM3: number | null
}

/** A material by its name. One that is not known keeps its name, and its density is asked for. */
export const materialNamed = (name: string, book: Pick<PriceBook, 'materials'>): NamedMaterial =>
  materialsIn(book).find((each) => each.name === name) ?? { name, densityKgM3: null }

/** What a volume weighs; null where the density is not known. */
export const massKgOf = ({ densityKgM3 }: NamedMaterial, volumeMm3: number): number | null =>
  densityKgM3 === null ? null : volumeMm3 * densityKgM3 * KG_M3_PER_MM3
