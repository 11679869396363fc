import type { Chain } from '../../draft/chain'
import { type Arc, bulgeOf, endOf, isWhole, type Piece, startOf } from '../../geometry/piece/piece'
import type { DxfEntity } from './drawing'

/** An entity before it is put on a layer. */
export type BareEntity = DxfEntity extends infer E ? (E extends DxfEntity ? Omit<E, 'layer' | 'pen'> : never) : never

/** One entity for a run of straight pieces and arcs, and one for a run of curves; one each for the rest. */
export function chainEntities({ pieces, closed }: Chain): BareEntity[] {
  const isPlain = (piece: Piece) => piece.kind === 'segment' || (piece.kind === 'arc' && !isWhole(piece))
  const [first] = pieces
  if (pieces.length === 1 && first?.kind === 'segment') return [{ type: 'line', start: first.start, end: first.end }]
  if (pieces.every(isPlain)) {
    const run = pieces as readonly Parameters<typeof bulgeOf>[0][]
    if (run.length === 1 && run[0]!.kind === 'arc') return [{ type: 'arc', arc: run[0] as Arc }]
    const bulges = run.map(bulgeOf)
    return [
      {
        type: 'polyline',
        points: [...run.map(startOf), ...(closed ? [] : [endOf(run.at(-1)!)])],
        ...(bulges.some((bulge) => bulge !== 0) && { bulges }),
        closed,
      },
    ]
  }
  const curves = pieces.flatMap((piece) => (piece.kind === 'cubic' ? [piece.curve] : []))
  if (curves.length === pieces.length) return [{ type: 'spline', curves, closed }]
  return pieces.map(pieceEntity)
}

function pieceEntity(piece: Piece): BareEntity {
  switch (piece.kind) {
    case 'segment':
      return { type: 'line', start: piece.start, end: piece.end }
    case 'arc':
      return { type: 'arc', arc: piece }
    case 'ellipse':
      return { type: 'ellipse', ellipse: piece }
    case 'cubic':
      return { type: 'spline', curves: [piece.curve], closed: false }
  }
}
