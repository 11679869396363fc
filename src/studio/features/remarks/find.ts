import { remarksOf } from '@/core/model/remark/remarks'
import type { Findable } from '@/studio/kernel/find'
import type { Now } from '@/studio/kernel/now'
import { choose, showCard } from '@/studio/state/bench'
import { remarksCard } from './card'
import { remarkOptions } from './options'
import { showRemark } from './show-remark'

/** Remarks by their words: going to one opens and shows it. */
export const remarksToFind = ({ records }: Now): Findable[] =>
  remarksOf(records).map((remark) => ({
    id: `remark ${remark.id}`,
    word: remark.text.split('\n')[0]!.slice(0, 80),
    about: `remark ${remark.number}`,
    run: () => {
      choose(remarkOptions, { opened: remark.id, pin: null })
      showCard(remarksCard)
      showRemark(remark)
    },
  }))
