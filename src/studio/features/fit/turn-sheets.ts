import type { Underlay } from '@/core/model/underlay/schema'
import { workbench } from '@/studio/board/workbench'
import { showUnderlays } from '@/studio/state/show'
import { turnApart, turnTogether } from './group'
import { togetherNow } from './together-now'

/**
 * Turns sheets by quarters: those that change together about the base point or the middle of them all, others each about
 * its own middle. @param quarters anticlockwise
 */
export function turnSheets(underlays: readonly Underlay[], quarters: number): void {
  const now = togetherNow()
  const [label, byRad] = [quarters > 0 ? 'Turn left' : 'Turn right', (quarters * Math.PI) / 2]
  const together = underlays.length === 1 || underlays.every(({ id }) => now.group.includes(id))
  const refit = (together ? turnTogether : turnApart)(label, underlays, now, byRad)
  workbench.carryOut({ refit })
  showUnderlays(refit.refitted.map(({ after }) => after))
}
