import type { Insert } from '@/core/model/insert/schema'
import { levelsOf } from '@/core/model/level/schema'
import { parseAngleDeg } from '@/core/units/angle'
import { EMPTY_SESSION, plain, putting, type Session, type Tool, type ToolContext } from '@/studio/kernel/tool'
import { paintChains } from '@/studio/painters/shapes'
import { attempt } from '@/studio/tooling/attempt'
import { chainsWith, drawnBase } from '@/studio/tooling/drawing'
import { symbolOptions } from '../options'

const elevationOf = ({ levelId, records }: ToolContext): number =>
  levelsOf(records).find(({ id }) => id === levelId)?.elevationMm ?? 0

/** The symbol as it would be placed. @throws LengthError */
function placed({ typed }: Session, at: Insert['at'], context: ToolContext): Insert | null {
  const { symbolId, symbolMirrored } = context.options(symbolOptions)
  const chosen = symbolId ? context.records.get(symbolId) : undefined
  if (!symbolId || chosen?.kind !== 'symbol') return null
  const factor = typed.factor ? parseAngleDeg(typed.factor) : 1
  if (!(factor > 0 && factor < 1e6)) throw new Error('A factor is more than nothing: 2 doubles, 0.5 halves.')
  return {
    ...drawnBase(context, []),
    kind: 'insert',
    symbolId,
    at,
    turnRad: typed.turn ? (parseAngleDeg(typed.turn) * Math.PI) / 180 : 0,
    factor,
    mirrored: symbolMirrored,
    // A solid stands on the level that is worked on.
    ...(chosen.solid && { upMm: elevationOf(context) }),
  }
}

/** Places the chosen symbol, as often as it is clicked. */
export const symbol: Tool = {
  ...plain,
  name: 'symbol',
  word: 'Symbol',
  picture: { film: 'M6 6h12v12H6z', ink: 'M6 6h12v12H6z', red: 'M12 8l4 4-4 4-4-4z' },
  also: ['block', 'stamp', 'furniture'],
  drawer: 'lines',
  key: 'y',
  options: () => symbolOptions.controls('symbolMirrored'),
  steps: ['trace'],
  places: true,
  loupe: false,
  say: (_, { options, records }) => {
    const record = records.get(options(symbolOptions).symbolId ?? '')
    return record?.kind === 'symbol'
      ? `Click where ${record.name} should stand; again for more. Esc ends.`
      : 'Choose a symbol in the card first, or make one of what is selected.'
  },
  fields: ({ typed }) => [
    { name: 'turn', label: 'Turned by °', value: typed.turn ?? '0', first: true, narrow: true },
    { name: 'factor', label: 'Factor', value: typed.factor ?? '1', narrow: true },
  ],
  click: (session, point, context) => {
    const insert = attempt(() => placed(session, point.at, context))
    if (insert instanceof Error) return { session, say: insert.message }
    if (!insert) return { session, say: 'Choose a symbol in the card first.' }
    return { edit: putting('Place symbol', insert), session: { ...EMPTY_SESSION, typed: session.typed } }
  },
  enter: (session) => ({ session: EMPTY_SESSION, done: Object.keys(session.typed).length === 0 }),
  paint: (canvas, session, view, context) => {
    if (!session.cursor) return
    const insert = attempt(() => placed(session, session.cursor!.at, context))
    if (insert && !(insert instanceof Error)) paintChains(canvas, view, chainsWith(insert, context))
  },
}
