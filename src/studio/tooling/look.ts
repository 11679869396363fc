import { STEPS } from '@/studio/kernel/step'
import { EMPTY_SESSION, plain, type Tool } from '@/studio/kernel/tool'

/** Looking around and picking; dragging moves the view. */
export const look: Tool = {
  ...plain,
  name: 'look',
  word: 'Look',
  key: 'l',
  steps: STEPS,
  places: false,
  loupe: false,
  say: (_, { selection }) =>
    selection.length > 0
      ? 'Delete removes what is picked. Click the ground to let go of it.'
      : 'Click a wall or a sheet to pick it. Drag to move the view, turn the wheel to come nearer.',
  fields: () => [],
  click: () => ({ session: EMPTY_SESSION }),
  enter: () => ({ session: EMPTY_SESSION }),
  paint: () => undefined,
}
