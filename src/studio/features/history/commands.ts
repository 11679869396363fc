import type { Command } from '@/studio/kernel/command'
import { redoNow, undoNow } from './undo'

export const HISTORY_COMMANDS: readonly Command[] = [
  { name: 'undo', word: 'Undo', keys: ['Ctrl+z'], does: 'undo', run: () => void undoNow() },
  { name: 'redo', word: 'Redo', keys: ['Ctrl+Shift+z', 'Ctrl+y'], does: 'redo', run: () => void redoNow() },
]
