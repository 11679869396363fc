import { useBench } from './bench-store'
import { redo, tell, undo } from './project/store'
import { toolNamed } from './tools/registry'

/** Takes the last change back, and lets the tool in hand know that its ground may be gone. */
export async function undoNow(): Promise<void> {
  const change = await undo()
  if (!change) return tell('There is nothing to undo.')
  const { tool, session } = useBench.getState()
  const { cursor, held } = session
  useBench.setState({ session: { ...toolNamed(tool).undone(session), cursor, held } })
}

export function redoNow(): void {
  if (!redo()) tell('There is nothing to redo.')
}
