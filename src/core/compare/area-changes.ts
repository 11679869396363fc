import { levelIdOf } from '../model/level/schema'
import { ofKind } from '../model/of-kind'
import { Plan } from '../model/plan'
import type { ProjectRecord } from '../model/registry'
import type { Space } from '../model/space/schema'
import { USUAL_DISPLAY } from '../units/format'
import type { Following } from './tracing'

/** A room that is larger or smaller once the tracing has followed. */
export interface AreaChange {
  readonly space: Space
  /** Null where nothing encloses it any more, or did not before. */
  readonly byMm2: number | null
}

/** Areas that differ by less are the same. */
const SAME_MM2 = 1e4

/** What becomes of the areas of a level's rooms where what was traced follows a change. */
export function areaChanges(
  { edits }: Pick<Following, 'edits'>,
  records: ReadonlyMap<string, ProjectRecord>,
  levelId: string,
): AreaChange[] {
  const enclosing = [...records.values()].filter(
    (record) => (record.kind === 'wall' || record.kind === 'separator') && levelIdOf(record) === levelId,
  )
  const before = new Map<string, ProjectRecord>(enclosing.map((record) => [record.id, record]))
  const after = new Map(before)
  for (const { id, after: record } of edits) {
    if (!before.has(id)) continue
    if (record) after.set(id, record)
    else after.delete(id)
  }
  const plans = [before, after].map((some) => Plan.of(some, USUAL_DISPLAY.mm))
  return ofKind('space', records)
    .filter((space) => space.levelId === levelId)
    .flatMap((space): AreaChange[] => {
      const [was, is] = plans.map((plan) => plan.enclosureOf(space)?.areaMm2 ?? null)
      if (was === is) return []
      if (was == null || is == null) return [{ space, byMm2: null }]
      return Math.abs(is - was) > SAME_MM2 ? [{ space, byMm2: is - was }] : []
    })
}
