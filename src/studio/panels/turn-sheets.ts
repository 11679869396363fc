import type { Underlay } from '@/core/model/underlay/schema'
import { showUnderlays } from '../board/show'
import { turnTogether } from '../fit/group'
import { togetherNow } from '../fit/together-now'

/** Turns sheets by quarters, together: about the base point, or about the middle of them all. @param quarters anticlockwise */
export function turnSheets(underlays: readonly Underlay[], quarters: number): void {
  showUnderlays(
    turnTogether(quarters > 0 ? 'Turn left' : 'Turn right', underlays, togetherNow().base, (quarters * Math.PI) / 2),
  )
}
