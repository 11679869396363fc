import { workbench } from '@/studio/board/workbench'
import { redo, undo } from '@/studio/state/history'
import { tell } from '@/studio/state/notices'
import { useProject } from '@/studio/state/project'

/** Takes the last change back, and lets the tool in hand know that its ground may be gone. */
export async function undoNow(): Promise<void> {
  const change = await undo()
  if (!change)
    return tell(useProject.getState().past ? 'Go back to now before you undo anything.' : 'There is nothing to undo.')
  workbench.undone()
}

export async function redoNow(): Promise<void> {
  if (!(await redo())) tell('There is nothing to redo.')
}
