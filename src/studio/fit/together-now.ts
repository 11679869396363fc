import { useBench } from '../bench-store'
import type { Together } from './group'

/** What is chosen in this window. The base point holds where it is seen: while sheets are fitted. */
export function togetherNow(): Together {
  const { step, selection, choices } = useBench.getState()
  return { selection, base: step === 'fit' ? choices.basePoint : null }
}
