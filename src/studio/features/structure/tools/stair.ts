import { storeyOf } from '@/core/building/building'
import { usualRisers } from '@/core/model/stair/steps'
import type { Session, Tool, ToolContext } from '@/studio/kernel/tool'
import { drawingTool, sheetOfPoints } from '@/studio/tooling/drawing'
import { pointFields } from '@/studio/tooling/typed-point'
import { stairOptions } from '../options'

/** So many risers as are typed, else as the height of the storey wants. */
function risersOf({ typed }: Session, { levelId, records }: ToolContext): number {
  const own = Number(typed.risers)
  return Number.isInteger(own) && own >= 2 && own <= 100 ? own : usualRisers(storeyOf({ levelId }, records))
}

/** A straight flight from its first riser to its last, along its middle. */
export const stair: Tool = drawingTool(
  {
    name: 'stair',
    word: 'Stair',
    picture: { film: 'M4 20v-4h4v-4h4V8h4V4h4v16z', ink: 'M4 20v-4h4v-4h4V8h4V4h4v16', red: 'M6 12l8-8M10 4h4v4' },
    also: ['steps', 'flight'],
    drawer: 'structure',
    key: null,
    options: () => stairOptions.controls('stairWidthMm'),
    label: 'Draw stair',
    say: (count) =>
      count === 0
        ? 'Click the middle of the first riser, at the foot of the flight.'
        : 'Click the middle of the last riser, where it arrives.',
    most: () => 2,
    fields: (session, context) => [
      {
        name: 'risers',
        label: 'Risers',
        value: session.typed.risers ?? String(risersOf(session, context)),
        narrow: true,
      },
      ...(session.points.length > 0 ? pointFields(session, context) : []),
    ],
    keeps: ['risers'],
    shape: ([a, b], session, context) =>
      a && b
        ? {
            id: crypto.randomUUID(),
            kind: 'stair',
            levelId: context.levelId,
            start: a.at,
            end: b.at,
            widthMm: context.options(stairOptions).stairWidthMm,
            risers: risersOf(session, context),
            ...sheetOfPoints([a, b], context.records),
          }
        : null,
  },
  { onPlan: true },
)
