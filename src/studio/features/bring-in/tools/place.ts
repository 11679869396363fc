import { EMPTY_SESSION, plain, type Tool } from '@/studio/kernel/tool'
import { layDownOptions } from '../options'

/** Lays the pages selected on the wall down at a point; taken only from there. */
export const place: Tool = {
  ...plain,
  name: 'place',
  word: 'Lay down',
  picture: { film: 'M6 8h12v12H6z', ink: 'M6 8h12v12H6z', red: 'M12 2v9M9 8l3 3 3-3' },
  also: ['put down'],
  key: null,
  steps: [],
  places: true,
  loupe: false,
  say: () => 'Click where the lower left corner of the first page should lie. Esc leaves it.',
  fields: () => [],
  click: (_, { at }) => ({ session: EMPTY_SESSION, choose: layDownOptions.with({ at }) }),
  enter: () => ({ session: EMPTY_SESSION }),
  paint: () => undefined,
}
