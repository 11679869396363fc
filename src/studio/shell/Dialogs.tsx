'use client'

import { DIALOGS } from '@/studio/features/registry'
import { dialogPanel } from '@/studio/kernel/panel'
import { useDialogs } from '@/studio/state/dialogs'
import { lazily } from '@/studio/ui/lazily'
import { findDialog, keysDialog } from './dialog-tokens'

const FindDialog = lazily(() => import('./find/FindDialog').then((module) => module.FindDialog))
const KeysDialog = lazily(() => import('./KeysDialog').then((module) => module.KeysDialog))

const ALL = [...DIALOGS, dialogPanel(keysDialog, KeysDialog), dialogPanel(findDialog, FindDialog)]

/** The dialog that was asked for. */
export function Dialogs() {
  const open = useDialogs((dialogs) => dialogs.open)
  const panel = open && ALL.find(({ token }) => token === open.token)
  return panel ? <panel.Content asked={open.asked} answer={open.answer} /> : null
}
