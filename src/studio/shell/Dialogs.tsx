'use client'

import { DIALOGS } from '@/studio/features/registry'
import { dialogPanel } from '@/studio/kernel/panel'
import { useDialogs } from '@/studio/state/dialogs'
import { keysDialog, searchDialog } from './dialogs'
import { KeysDialog } from './KeysDialog'
import { SearchDialog } from './SearchDialog'

const ALL = [...DIALOGS, dialogPanel(keysDialog, KeysDialog), dialogPanel(searchDialog, SearchDialog)]

/** The dialog that was asked for. */
export function Dialogs() {
  const open = useDialogs((dialogs) => dialogs.open)
  const panel = open && ALL.find(({ token }) => token === open.token)
  return panel ? <panel.Content asked={open.asked} answer={open.answer} /> : null
}
