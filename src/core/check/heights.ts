import { bodyOf, endRings } from '../model/member/body'
import type { ProjectRecord } from '../model/registry'

/** Heights further from a stated one than this are not meant by it. */
const MEANT_MM = 20

/** Heights that the model has: its levels, and of every member where its line begins and ends and its lowest and highest place. */
export function modelledHeights(records: ReadonlyMap<string, ProjectRecord>): number[] {
  const heights = new Set<number>()
  for (const record of records.values()) {
    if (record.kind === 'level') heights.add(record.elevationMm)
    const body = record.kind === 'member' ? bodyOf(record, records) : null
    if (!body) continue
    const { start, end } = endRings(body)
    const zs = [...start, ...end].map(({ z }) => z)
    for (const z of [body.placed.start.z, body.placed.end.z, Math.min(...zs), Math.max(...zs)]) heights.add(z)
  }
  return [...heights].sort((a, b) => a - b)
}

/** The height of the model that a stated one means: the nearest; null where none is near. */
export function nearestHeight(heights: readonly number[], statedMm: number): number | null {
  const nearest = heights.reduce<number | null>(
    (best, each) => (best === null || Math.abs(each - statedMm) < Math.abs(best - statedMm) ? each : best),
    null,
  )
  return nearest !== null && Math.abs(nearest - statedMm) <= MEANT_MM ? nearest : null
}
