import { apply, lengthFactor } from '../../geometry/affine'
import { directionUnder } from '../../geometry/piece/map'
import { add } from '../../geometry/vector'
import type { ShapeKind } from '../shape'
import { type Text, textSchema } from './schema'

/** From one baseline to the next, in heights. */
const LINE_HEIGHTS = 1.5

export const textShape: ShapeKind<Text> = {
  schema: textSchema,
  word: 'text',
  caught: false,
  line: false,
  chains: () => [],
  letters: ({ text, at, heightMm, turnRad }) =>
    text.split('\n').map((line, i) => ({
      text: line,
      at: add(at, {
        x: Math.sin(turnRad) * heightMm * LINE_HEIGHTS * i,
        y: -Math.cos(turnRad) * heightMm * LINE_HEIGHTS * i,
      }),
      heightMm,
      turnRad,
      align: 'start',
    })),
  spots: ({ at }) => [{ word: 'insertion', at }],
  grips: ({ at }) => [at],
  withGrip: (text, _, to) => ({ ...text, at: to }),
  mapped: (text, map) => ({
    ...text,
    at: apply(map, text.at),
    heightMm: text.heightMm * lengthFactor(map),
    turnRad: directionUnder(map, text.turnRad),
  }),
}
