import { nameAfter } from '@/core/model/grid-line/schema'
import { ofKind } from '@/core/model/of-kind'
import type { Tool, ToolContext } from '@/studio/kernel/tool'
import { drawingTool, sheetOfPoints } from '@/studio/tooling/drawing'
import { pointFields } from '@/studio/tooling/typed-point'
import { gridLineOptions } from '../options'

/** The name after that of the line drawn last; after the highest number where none was drawn yet. */
function nextName({ records, options }: ToolContext): string {
  const { lastGridName } = options(gridLineOptions)
  if (lastGridName) return nameAfter(lastGridName)
  const numbers = ofKind('grid-line', records).flatMap(({ name }) => (/^\d+$/.test(name) ? [Number(name)] : []))
  return String(Math.max(0, ...numbers) + 1)
}

/** A line by which the building is set out, with its bubbles. */
export const gridLine: Tool = drawingTool(
  {
    name: 'grid-line',
    word: 'Grid line',
    picture: { ink: 'M12 9v3M12 14v1M12 17v5', red: 'M12 3a3 3 0 1 0 0 6a3 3 0 1 0 0-6z' },
    also: ['axis', 'grid'],
    drawer: 'structure',
    key: null,
    label: 'Draw grid line',
    say: (count) => (count === 0 ? 'Click where the grid line begins; its name can be typed.' : 'Click where it ends.'),
    most: () => 2,
    fields: (session, context) => [
      { name: 'name', label: 'Name', value: session.typed.name ?? nextName(context), narrow: true },
      ...(session.points.length > 0 ? pointFields(session, context) : []),
    ],
    keeps: ['name'],
    shape: ([a, b], { typed }, context) =>
      a && b
        ? {
            id: crypto.randomUUID(),
            kind: 'grid-line',
            name: (typed.name?.trim() || nextName(context)).slice(0, 10),
            start: a.at,
            end: b.at,
            ...sheetOfPoints([a, b], context.records),
          }
        : null,
    chooses: (made) => gridLineOptions.with(made.kind === 'grid-line' ? { lastGridName: made.name } : {}),
  },
  { onPlan: true },
)
