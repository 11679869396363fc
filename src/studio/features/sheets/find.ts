import { underlaysOf } from '@/core/model/underlay/underlays'
import { workbench } from '@/studio/board/workbench'
import type { Findable } from '@/studio/kernel/find'
import type { Now } from '@/studio/kernel/now'
import { showUnderlays } from '@/studio/state/show'

/** Sheets on the board by their names: going to one picks and shows it. */
export const sheetsToFind = ({ records }: Now): Findable[] =>
  underlaysOf(records).map((underlay) => ({
    id: `sheet ${underlay.id}`,
    word: underlay.name,
    about: 'sheet',
    run: () => {
      workbench.pick([underlay.id])
      showUnderlays([underlay])
    },
  }))
