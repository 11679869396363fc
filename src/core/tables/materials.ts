import { area } from '../geometry/polygon'
import { column, type TableKind } from './table'

/** What the layers of walls come to, by material: net of openings. */
export const materials: TableKind = {
  name: 'materials',
  word: 'Materials',
  columns: [
    column('material', 'Material'),
    column('use', 'For'),
    column('thickness', 'Thickness', 'mm'),
    column('area', 'Area', 'm2', true),
    column('volume', 'Volume', 'm3', true),
  ],
  rows: ({ levels }) => {
    const found = new Map<
      string,
      { ids: Set<string>; material: string; use: string; thicknessMm: number; volumeMm3: number }
    >()
    for (const { walls, layers } of levels)
      for (const { wall, heightMm, grossAreaMm2, netAreaMm2 } of walls) {
        const holesMm2 = grossAreaMm2 - netAreaMm2
        for (const { layer, rings } of layers.get(wall.id) ?? []) {
          const { material, use, thicknessMm } = layer
          const key = `${material} ${use} ${thicknessMm}`
          const row = found.get(key) ?? { ids: new Set(), material, use, thicknessMm, volumeMm3: 0 }
          found.set(key, row)
          row.ids.add(wall.id)
          row.volumeMm3 += rings.reduce((sum, ring) => sum + area(ring), 0) * heightMm - holesMm2 * thicknessMm
        }
      }
    return [...found.values()].map(({ ids, material, use, thicknessMm, volumeMm3 }) => ({
      ids: [...ids],
      cells: { material, use, thickness: thicknessMm, area: volumeMm3 / thicknessMm / 1e6, volume: volumeMm3 / 1e9 },
    }))
  },
}
