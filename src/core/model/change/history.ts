import type { Change } from './change'

/** What can be undone and redone, latest last. */
export interface UndoStacks {
  readonly undo: readonly Change[]
  readonly redo: readonly Change[]
}

export const NO_STACKS: UndoStacks = { undo: [], redo: [] }

/**
 * The stacks after one more change: an edit can be undone and ends what could be redone;
 * an undo moves its change over, a redo moves it back.
 */
export function pushChange({ undo, redo }: UndoStacks, change: Change): UndoStacks {
  switch (change.cause) {
    case 'edit':
      return { undo: [...undo, change], redo: [] }
    case 'undo': {
      const taken = undo.find((each) => each.id === change.of)
      return { undo: undo.filter((each) => each !== taken), redo: taken ? [...redo, taken] : redo }
    }
    case 'redo': {
      const brought = redo.find((each) => each.id === change.of)
      return { undo: brought ? [...undo, brought] : undo, redo: redo.filter((each) => each !== brought) }
    }
  }
}
