import { expect } from 'vitest'
import { isVisible, type Linework } from '@/core/sheet/linework'
import type { PlainLinework } from './poppler'

/** What can be seen of a sheet, as plain rows. */
export function visibleOf({ segments, segmentFlags, curves, curveFlags }: Linework): PlainLinework {
  const rows = (numbers: Float32Array, flags: Uint8Array, width: number) =>
    [...flags].flatMap((flag, i) => (isVisible(flag) ? [[...numbers.subarray(i * width, (i + 1) * width)]] : []))
  return { segments: rows(segments, segmentFlags, 4), curves: rows(curves, curveFlags, 8) }
}

/** Holds two readings against one another: each piece of one lies on a piece of the other, in either direction, within `tolerance`. */
export function expectSame(ours: PlainLinework, theirs: PlainLinework, tolerance: number): void {
  for (const kind of ['segments', 'curves'] as const) {
    const width = kind === 'segments' ? 2 : 4
    const missing = unmatched(theirs[kind], ours[kind], width, tolerance)
    const extra = unmatched(ours[kind], theirs[kind], width, tolerance)
    expect({ missing: missing.slice(0, 5), extra: extra.slice(0, 5) }, kind).toEqual({ missing: [], extra: [] })
    expect(ours[kind].length, `number of ${kind}`).toBe(theirs[kind].length)
  }
}

function unmatched(
  rows: readonly number[][],
  among: readonly number[][],
  points: number,
  tolerance: number,
): number[][] {
  const reversed = (row: readonly number[]) =>
    Array.from({ length: points }, (_, i) => row.slice(2 * (points - 1 - i), 2 * (points - i))).flat()
  const near = (a: readonly number[], b: readonly number[]) =>
    a.every((value, i) => Math.abs(value - b[i]!) <= tolerance)
  return rows.filter((row) => !among.some((other) => near(row, other) || near(reversed(row), other)))
}
