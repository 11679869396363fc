import { nameAfter } from '@/core/model/grid-line/schema'
import type { ToolContext } from '@/studio/kernel/tool'
import { type Drawing, sheetOfPoints } from '@/studio/tooling/drawing'
import { pointFields } from '@/studio/tooling/entry'

/** The name after that of the line drawn last; after the highest number where none was drawn yet. */
function nextName({ records, choices }: ToolContext): string {
  if (choices.lastGridName) return nameAfter(choices.lastGridName)
  const numbers = [...records.values()].flatMap((record) =>
    record.kind === 'grid-line' && /^\d+$/.test(record.name) ? [Number(record.name)] : [],
  )
  return String(Math.max(0, ...numbers) + 1)
}

/** A line by which the building is set out, with its bubbles. */
export const gridLine: Drawing = {
  name: 'grid-line',
  word: 'Grid line',
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
  chooses: (made) => (made.kind === 'grid-line' ? { lastGridName: made.name } : {}),
}
