import { useMemo } from 'react'
import { isShape } from '@/core/model/shapes'
import type { Now } from '@/studio/kernel/now'
import { useBench } from './bench'
import { partLookedAt } from './looked-part'
import { useProject } from './project'

type Sources = Pick<Now, 'step' | 'tool' | 'views' | 'selection' | 'records' | 'may'> & {
  readonly levelId: string | null
}

const nowOf = ({ levelId, ...rest }: Sources): Now => ({
  ...rest,
  shapes: rest.selection.flatMap((id) => {
    const record = rest.records.get(id)
    return record && isShape(record) ? [record] : []
  }),
  part: partLookedAt(levelId, rest.records),
})

/** Where the person is, for who shows it. */
export function useNow(): Now {
  const step = useBench((bench) => bench.step)
  const tool = useBench((bench) => bench.tool)
  const views = useBench((bench) => bench.views)
  const selection = useBench((bench) => bench.selection)
  const levelId = useBench((bench) => bench.levelId)
  const records = useProject((project) => project.records)
  const may = useProject((project) => project.may)
  return useMemo(
    () => nowOf({ step, tool, views, selection, levelId, records, may }),
    [step, tool, views, selection, levelId, records, may],
  )
}

/** Where the person is at this moment. */
export function whereNow(): Now {
  const { step, tool, views, selection, levelId } = useBench.getState()
  const { records, may } = useProject.getState()
  return nowOf({ step, tool, views, selection, levelId, records, may })
}
