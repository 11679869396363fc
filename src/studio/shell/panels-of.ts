import type { Now } from '@/studio/kernel/now'
import type { Panel, Slot } from '@/studio/kernel/panel'

/** The panels that stand in a slot, in their order. */
export function panelsOf(panels: readonly Panel[], slot: Slot, now: Now): readonly Panel[] {
  const taken = new Set<string>()
  return panels
    .filter((panel) => panel.slot === slot)
    .sort((a, b) => a.order - b.order)
    .filter(({ when, instead }) => {
      if ((instead && taken.has(instead)) || (when && !when(now))) return false
      if (instead) taken.add(instead)
      return true
    })
}
