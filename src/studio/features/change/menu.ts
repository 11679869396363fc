import { isShape } from '@/core/model/shapes'
import { workbench } from '@/studio/board/workbench'
import type { MenuOf } from '@/studio/kernel/menu'
import { currentPlan } from '@/studio/state/plan'
import { removePicked } from './commands'
import { copy, mirror, move, scale, turn } from './tools/transforms'

const WITH_PICKED = [move, copy, turn, scale, mirror] as const

/** What can be done with something that is drawn: to change it, to pick what is of its kind, to remove it. */
export const menuOfShape: MenuOf = (record, { step }) => {
  if (!isShape(record)) return []
  const changes = step === 'trace' ? WITH_PICKED : []
  return [
    ...changes.map((tool) => ({
      word: tool.word,
      ...(tool.key && { keys: tool.key.toUpperCase() }),
      run: () => workbench.take(tool),
    })),
    {
      word: 'Select all of this kind',
      run: () => {
        const plan = currentPlan()
        const alike = [...plan.shapes.values()].filter(
          (planned) => planned.shape.kind === record.kind && plan.isFree(planned),
        )
        workbench.pick(alike.map(({ shape }) => shape.id))
      },
    },
    { word: 'Remove', keys: 'Delete', run: removePicked },
  ]
}
