import { apply } from '../geometry/affine'
import { mirrors } from '../geometry/piece/map'
import type { Vector3 } from '../geometry/space'
import type { Insert } from '../model/insert/schema'
import { insertMap } from '../model/insert/shape'
import { ofKind } from '../model/of-kind'
import type { ProjectRecord } from '../model/registry'
import type { SymbolRecord } from '../model/symbol/schema'
import type { Hull } from './hull'

/** A placed symbol that is a solid: a window, a fitting, a piece of equipment. */
export interface BuiltFixture {
  readonly insert: Insert
  readonly symbol: SymbolRecord
  readonly hull: Hull
}

/** Fixtures that stay as they are keep their hulls: who makes triangles of these can keep them. */
const kept = new WeakMap<Insert, BuiltFixture>()

/** Everything on the plan that stands for a solid. */
export const builtFixtures = (records: ReadonlyMap<string, ProjectRecord>): BuiltFixture[] =>
  ofKind('insert', records).flatMap((insert) => {
    if (insert.planeId !== undefined) return []
    const symbol = records.get(insert.symbolId)
    if (symbol?.kind !== 'symbol' || !symbol.solid) return []
    const known = kept.get(insert)
    if (known?.symbol === symbol) return [known]
    const built = { insert, symbol, hull: hullOfFixture(insert, symbol, symbol.solid) }
    kept.set(insert, built)
    return [built]
  })

function hullOfFixture(
  insert: Insert,
  { base }: SymbolRecord,
  { positions, triangles }: NonNullable<SymbolRecord['solid']>,
): Hull {
  const map = insertMap(insert, base)
  const places = Array.from({ length: positions.length / 3 }, (_, i): Vector3 => {
    const { x, y } = apply(map, { x: positions[3 * i]!, y: positions[3 * i + 1]! })
    return { x, y, z: (insert.upMm ?? 0) + positions[3 * i + 2]! * insert.factor }
  })
  // In a mirror, what ran anticlockwise runs the other way.
  const [second, third] = mirrors(map) ? [2, 1] : [1, 2]
  const faces = Array.from({ length: triangles.length / 3 }, (_, i) =>
    [0, second, third].map((k) => places[triangles[3 * i + k]!]!),
  )
  return { id: insert.id, kind: 'fixture', faces }
}
