import type { Tool } from '@/studio/kernel/tool'
import { drawingTool, sheetOfPoints } from '@/studio/tooling/drawing'

/** A line that ends a room where there is no wall. */
export const separator: Tool = drawingTool(
  {
    name: 'separator',
    word: 'Room separator',
    picture: { film: 'M4 4h8v16H4z', ink: 'M4 4h16v16H4z', red: 'M12 5v3M12 10.5v3M12 16v3' },
    also: ['room boundary', 'divider'],
    drawer: 'rooms',
    key: null,
    label: 'Draw separator',
    say: (count) =>
      count === 0
        ? 'Click where the line between two rooms begins.'
        : 'Click where it ends, on a wall or another separator.',
    most: () => 2,
    shape: ([a, b], _, { levelId, records }) =>
      a && b
        ? {
            id: crypto.randomUUID(),
            kind: 'separator',
            levelId,
            start: a.at,
            end: b.at,
            ...sheetOfPoints([a, b], records),
          }
        : null,
  },
  { onPlan: true },
)
