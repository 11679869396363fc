import { useBench } from '@/studio/state/bench'
import type { Together } from './group'

/** What is chosen in this window. The base point holds where it is seen: while sheets are fitted. */
export function togetherNow(): Together {
  const { step, selection, together, choices } = useBench.getState()
  return { group: together ? selection : [], base: step === 'fit' ? choices.basePoint : null }
}
