import { optionsNow, useBench } from '@/studio/state/bench'
import { useProject } from '@/studio/state/project'
import { basePointOptions } from '@/studio/tooling/options'
import type { Together } from './group'

/** What is chosen in this window. The base point holds where it is seen: while sheets are fitted. */
export function togetherNow(): Together {
  const { step, selection, together } = useBench.getState()
  const { records, sources } = useProject.getState()
  return {
    group: together ? selection : [],
    base: step === 'fit' ? optionsNow(basePointOptions).basePoint : null,
    records,
    sources,
  }
}
