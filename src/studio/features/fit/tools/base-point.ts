import { parsePlace } from '@/core/units/place'
import { EMPTY_SESSION, plain, type Tool } from '@/studio/kernel/tool'
import { attempt } from '@/studio/tooling/attempt'
import { basePointOptions } from '@/studio/tooling/options'
import { fit } from './fit'

/** The place that Enter alone takes: the project's zero. */
const ZERO = '0, 0'

/** Gives the point of the board that stays where it is when sheets are sized or turned. */
export const basePoint: Tool = {
  ...plain,
  name: 'base-point',
  word: 'Base point',
  picture: { ink: 'M12 3v6M12 15v6M3 12h6M15 12h6', red: 'M12 9a3 3 0 1 0 0 6a3 3 0 1 0 0-6z' },
  also: ['origin', 'fixed point', 'datum'],
  drawer: 'size',
  key: 'b',
  steps: ['fit'],
  places: true,
  loupe: true,
  say: () => 'Click the point that stays when sheets are sized or turned, or type its place: Enter takes 0, 0.',
  fields: ({ typed }) => [{ name: 'place', label: 'Base point (x, y)', value: typed.place ?? ZERO, first: true }],
  click: (_, { at }) => ({ session: EMPTY_SESSION, choose: basePointOptions.with({ basePoint: at }), next: fit }),
  enter: (session, { display }) => {
    const at = attempt(() => parsePlace(session.typed.place ?? ZERO, display.unit))
    if (at instanceof Error) return { session, say: at.message }
    return { session: EMPTY_SESSION, choose: basePointOptions.with({ basePoint: at }), next: fit }
  },
  paint: () => undefined,
}
