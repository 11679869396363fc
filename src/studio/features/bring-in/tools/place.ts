import { EMPTY_SESSION, plain, type Tool } from '@/studio/kernel/tool'
import { layDownOptions } from '../options'

/** Lays the pages picked on the wall down at a point; taken only from there. */
export const place: Tool = {
  ...plain,
  name: 'place',
  word: 'Lay down',
  key: null,
  steps: [],
  places: true,
  loupe: false,
  say: () => 'Click where the lower left corner of the first page shall lie. Esc leaves it.',
  fields: () => [],
  click: (_, { at }) => ({ session: EMPTY_SESSION, choose: layDownOptions.with({ at }) }),
  enter: () => ({ session: EMPTY_SESSION }),
  paint: () => undefined,
}
