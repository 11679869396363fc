import type { Linework } from '@/core/sheet/linework'
import { readSheet } from '../support/read-sheet'
import { densePage } from './dense-page'

/** A sheet among very many other lines. */
export async function amongMany(linework: Linework, segments: number): Promise<Linework> {
  const { linework: others } = await readSheet(await densePage(segments, 1))
  const joined = new Float32Array(linework.segments.length + others.segments.length)
  joined.set(linework.segments)
  // Over the plan, not beside it.
  const shrink = linework.widthPt / others.widthPt
  joined.set(
    others.segments.map((value) => value * shrink),
    linework.segments.length,
  )
  const flags = new Uint8Array(joined.length / 4)
  flags.set(linework.segmentFlags)
  const styles = new Uint32Array(joined.length / 4)
  styles.set(linework.segmentStyles)
  return { ...linework, segments: joined, segmentFlags: flags, segmentStyles: styles }
}
