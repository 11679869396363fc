import { apply, invert } from '@/core/geometry/affine'
import { distance } from '@/core/geometry/vector'
import { insertMap } from '@/core/model/insert/shape'
import { EMPTY_SESSION, plain, putting, type Tool } from '@/studio/kernel/tool'
import { symbolOptions } from '../options'

/** Chooses the point by which a symbol is placed. Nothing that is placed already moves. */
export const symbolBase: Tool = {
  ...plain,
  name: 'symbol-base',
  word: 'Base point',
  picture: { ink: 'M6 6h12v12H6z', red: 'M12 10v4M10 12h4' },
  also: ['origin of symbol'],
  key: null,
  steps: [],
  places: true,
  loupe: true,
  say: () => 'Click the point by which the symbol should be placed, on one that lies here.',
  fields: () => [],
  click: (session, { at }, context) => {
    const symbol = context.records.get(context.options(symbolOptions).symbolId ?? '')
    const inserts = symbol ? context.plan.insertsOf(symbol.id) : []
    const nearest = inserts.sort((a, b) => distance(a.at, at) - distance(b.at, at))[0]
    if (symbol?.kind !== 'symbol' || !nearest) return { session, say: 'Place the symbol first.', done: true }
    const back = invert(insertMap(nearest, symbol.base))
    if (!back) return { session, done: true }
    const base = apply(back, at)
    const moved = inserts.map((insert) => ({ ...insert, at: apply(insertMap(insert, symbol.base), base) }))
    return { edit: putting('Choose base point', { ...symbol, base }, ...moved), session: EMPTY_SESSION, done: true }
  },
  enter: () => ({ session: EMPTY_SESSION, done: true }),
  paint: () => undefined,
}
