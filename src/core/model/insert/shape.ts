import { type Affine, apply, lengthFactor } from '../../geometry/affine'
import { directionUnder, mapPiece, mirrors } from '../../geometry/piece/map'
import type { PlainShape } from '../plain-schemas'
import { plainKind } from '../plain-shapes'
import type { ShapeKind, Surroundings } from '../shape'
import type { SymbolRecord } from '../symbol/schema'
import { type Insert, insertSchema } from './schema'

/** From the symbol's own space to the plan. */
export function insertMap({ at, turnRad, factor, mirrored }: Insert, base: { x: number; y: number }): Affine {
  const [cos, sin] = [Math.cos(turnRad) * factor, Math.sin(turnRad) * factor]
  const flip = mirrored ? -1 : 1
  const [a, b, c, d] = [cos * flip, sin * flip, -sin, cos]
  return [a, b, c, d, at.x - a * base.x - c * base.y, at.y - b * base.x - d * base.y]
}

/** A symbol as it is first placed: neither turned, scaled nor mirrored. */
export const newInsert = (symbolId: string, at: Insert['at'], layerId: string, planeId?: string): Insert => ({
  id: crypto.randomUUID(),
  kind: 'insert',
  layerId,
  ...(planeId && { planeId }),
  pen: undefined,
  symbolId,
  at,
  turnRad: 0,
  factor: 1,
  mirrored: false,
})

function symbolOf({ symbolId }: Insert, { records }: Pick<Surroundings, 'records'>): SymbolRecord | null {
  const found = records.get(symbolId)
  return found?.kind === 'symbol' ? (found as SymbolRecord) : null
}

/** The shapes of a placed symbol as they lie on the plan. */
export function placedShapes(insert: Insert, around: Pick<Surroundings, 'records'>): PlainShape[] {
  const symbol = symbolOf(insert, around)
  if (!symbol) return []
  const map = insertMap(insert, symbol.base)
  return symbol.shapes.map((shape) => plainKind(shape).mapped(shape, map))
}

export const insertShape: ShapeKind<Insert> = {
  schema: insertSchema,
  word: 'symbol',
  caught: true,
  line: false,
  chains: (insert, around) => {
    const symbol = symbolOf(insert, around)
    if (!symbol) return []
    const map = insertMap(insert, symbol.base)
    return symbol.shapes.flatMap((shape) =>
      plainKind(shape)
        .chains(shape, around)
        .map(({ pieces, closed }) => ({ pieces: pieces.map((piece) => mapPiece(map, piece)), closed })),
    )
  },
  letters: (insert, around) =>
    placedShapes(insert, around).flatMap((shape) => plainKind(shape).letters?.(shape, around) ?? []),
  fills: (insert, around) =>
    placedShapes(insert, around).flatMap((shape) => plainKind(shape).fills?.(shape, around) ?? []),
  spots: (insert, around) => [
    { word: 'insertion', at: insert.at },
    ...placedShapes(insert, around).flatMap((shape) => plainKind(shape).spots?.(shape, around) ?? []),
  ],
  grips: ({ at }) => [at],
  withGrip: (insert, _, to) => ({ ...insert, at: to }),
  mapped: (insert, map) => {
    // An upright mirror of the plan and a mirror along the symbol's own axis differ by a turn.
    const mirrored = mirrors(map)
    const turn = directionUnder(map, insert.turnRad)
    return {
      ...insert,
      at: apply(map, insert.at),
      factor: insert.factor * lengthFactor(map),
      mirrored: insert.mirrored !== mirrored,
      turnRad: mirrored ? turn + Math.PI : turn,
    }
  },
  needs: ({ symbolId }) => [symbolId],
}
