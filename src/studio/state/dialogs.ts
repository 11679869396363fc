import { create } from 'zustand'
import type { DialogToken } from '@/studio/kernel/dialog'

/** A dialog that is open. */
export interface OpenDialog {
  /** The token by which it was asked. */
  readonly token: object
  readonly asked: unknown
  answer(answer: unknown): void
}

/** The dialog that is open; null while none is. Another one takes its place. */
export const useDialogs = create<{ readonly open: OpenDialog | null }>(() => ({ open: null }))

/** Opens a dialog. @returns its answer; null where it was left without one */
export function ask<Asked, Answer>(token: DialogToken<Asked, Answer>, asked: Asked): Promise<Answer | null> {
  useDialogs.getState().open?.answer(null)
  return new Promise((resolve) => {
    const open: OpenDialog = {
      token,
      asked,
      answer: (answer) => {
        if (useDialogs.getState().open === open) useDialogs.setState({ open: null })
        resolve(answer as Answer | null)
      },
    }
    useDialogs.setState({ open })
  })
}
