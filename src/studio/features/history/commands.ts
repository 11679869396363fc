import type { Command } from '@/studio/kernel/command'
import { redoNow, undoNow } from './undo'

export const HISTORY_COMMANDS: readonly Command[] = [
  { name: 'undo', word: 'Undo', onGround: true, keys: ['Ctrl+z'], does: 'undo', run: () => void undoNow() },
  {
    name: 'redo',
    word: 'Redo',
    onGround: true,
    keys: ['Ctrl+Shift+z', 'Ctrl+y'],
    does: 'redo',
    run: () => void redoNow(),
  },
]
