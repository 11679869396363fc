import { platePiecesOf } from '../building/plate-pieces'
import { column, type TableKind } from './table'

/** How many holes of which diameter: "4 of 18". */
function holeWords(holes: readonly { readonly diameterMm: number }[]): string {
  const counts = new Map<number, number>()
  for (const { diameterMm } of holes) counts.set(diameterMm, (counts.get(diameterMm) ?? 0) + 1)
  return [...counts].map(([diameter, count]) => `${count} of ${Math.round(diameter * 10) / 10}`).join(', ') || 'none'
}

/** Plates by like pieces. */
export const plates: TableKind = {
  name: 'plates',
  word: 'Plates',
  columns: [
    column('mark', 'Mark'),
    column('joined', 'Joined'),
    column('thickness', 'Thickness', 'mm'),
    column('width', 'Width', 'mm'),
    column('height', 'Height', 'mm'),
    column('holes', 'Holes'),
    column('count', 'Count', 'count', true),
    column('area', 'Area', 'm2', true),
    column('mass', 'Mass', 'kg', true),
  ],
  rows: ({ plates: all, bolting }) =>
    platePiecesOf(all, (id) => bolting.holes.get(id) ?? []).map(
      ({ mark, plates: alike, holes, widthMm, heightMm }) => ({
        ids: alike.map(({ plate }) => plate.id),
        cells: {
          mark,
          joined: alike[0]!.plate.joined,
          thickness: alike[0]!.plate.thicknessMm,
          width: widthMm,
          height: heightMm,
          holes: holeWords(holes),
          count: alike.length,
          area: alike.reduce((sum, { areaMm2 }) => sum + areaMm2, 0) / 1e6,
          mass: alike.reduce((sum, { massKg }) => sum + massKg, 0),
        },
      }),
    ),
}
