import { useMemo } from 'react'
import { boxOfPieces, flatten } from '@/core/geometry/piece/measure'
import { plainKind } from '@/core/model/plain-shapes'
import { surroundingsOf } from '@/core/model/shapes'
import type { SymbolRecord } from '@/core/model/symbol/schema'

const AROUND = surroundingsOf(new Map(), { unit: 'mm', precision: 0 })
const SIZE_PX = 36

/** A small picture of a symbol's lines. */
export function SymbolPicture({ symbol }: { symbol: SymbolRecord }) {
  const { path, viewBox, width } = useMemo(() => {
    const pieces = symbol.shapes
      .flatMap((shape) => plainKind(shape).chains(shape, AROUND))
      .flatMap((chain) => chain.pieces)
    const box = boxOfPieces(pieces)
    const size = Math.max(box.maxX - box.minX, box.maxY - box.minY, 1e-6)
    const margin = size * 0.06
    const lines = pieces.map((piece) =>
      flatten(piece, size / 200)
        .map(({ x, y }, i) => `${i === 0 ? 'M' : 'L'}${x - box.minX} ${box.maxY - y}`)
        .join(''),
    )
    return {
      path: lines.join(''),
      viewBox: [-margin, -margin, box.maxX - box.minX + 2 * margin, box.maxY - box.minY + 2 * margin].join(' '),
      width: size / SIZE_PX,
    }
  }, [symbol])
  return (
    <svg viewBox={viewBox} width={SIZE_PX} height={SIZE_PX} aria-hidden>
      <title>{symbol.name}</title>
      <path d={path} fill="none" stroke="currentColor" strokeWidth={width * 1.25} />
    </svg>
  )
}
