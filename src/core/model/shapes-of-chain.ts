import type { Chain } from '../draft/chain'
import type { Piece } from '../geometry/piece/piece'
import { isWhole } from '../geometry/piece/piece'
import type { Circle } from './circle/schema'
import { squareAxes } from './ellipse/axes'
import type { Ellipse } from './ellipse/schema'
import type { Path } from './path/schema'
import { ringOf } from './path/shape'
import type { Spline } from './spline/schema'

/** What all records of one chain have in common. */
export type DrawnBase = Pick<Path, 'layerId' | 'planeId' | 'pen' | 'tracedFrom'>

export type LineShape = Path | Circle | Ellipse | Spline

/**
 * Records that draw a chain: one where its pieces are all of a kind that one record can hold, else one a run.
 * @param idOf gives the id of each, the first one first
 */
export function shapesOfChain(chain: Chain, base: DrawnBase, idOf: () => string): LineShape[] {
  return runsOf(chain).map((run) => shapeOfRun(run, base, idOf()))
}

const familyOf = (piece: Piece): string =>
  piece.kind === 'segment' || (piece.kind === 'arc' && !isWhole(piece))
    ? 'path'
    : piece.kind === 'cubic'
      ? 'cubic'
      : 'alone'

function runsOf(chain: Chain): Chain[] {
  const { pieces, closed } = chain
  if (pieces.every((piece) => familyOf(piece) === 'path')) return [chain]
  const runs: Piece[][] = []
  for (const piece of pieces) {
    const last = runs.at(-1)
    if (last && familyOf(piece) !== 'alone' && familyOf(piece) === familyOf(last[0]!)) last.push(piece)
    else runs.push([piece])
  }
  return runs.map((run) => ({ pieces: run, closed: closed && runs.length === 1 }))
}

function shapeOfRun(run: Chain, base: DrawnBase, id: string): LineShape {
  const [first] = run.pieces as [Piece]
  if (first.kind === 'arc' && isWhole(first))
    return { ...base, id, kind: 'circle', center: first.center, radiusMm: first.radius }
  if (first.kind === 'ellipse')
    return { ...base, id, kind: 'ellipse', center: first.center, ...squareAxes(first), sweepRad: first.sweepRad }
  if (first.kind === 'cubic') {
    const xy = run.pieces.flatMap((piece, i) => {
      if (piece.kind !== 'cubic') return []
      const { start, pullStart, pullEnd, end } = piece.curve
      return [...(i === 0 ? [start] : []), pullStart, pullEnd, end].flatMap(({ x, y }) => [x, y])
    })
    return { ...base, id, kind: 'spline', by: 'control', xy, closed: false }
  }
  return { ...base, id, kind: 'path', ...ringOf(run) }
}
