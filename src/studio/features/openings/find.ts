import { ofKind } from '@/core/model/of-kind'
import type { Findable } from '@/studio/kernel/find'
import type { Now } from '@/studio/kernel/now'
import { ask } from '@/studio/state/dialogs'
import { openingTypesDialog } from './options'

/** Types by their names: going to one opens the list of them. */
export const typesToFind = ({ records }: Now): Findable[] =>
  ofKind('opening-type', records).map((type) => ({
    id: `type ${type.id}`,
    word: type.name,
    about: 'type of door or window',
    run: () => void ask(openingTypesDialog, undefined),
  }))
