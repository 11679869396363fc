import { apply, lengthFactor } from '../../geometry/affine'
import { add } from '../../geometry/vector'
import type { ShapeKind } from '../shape'
import { type Text, textSchema } from './schema'

/** From one baseline to the next, in heights. */
const LINE_HEIGHTS = 1.5

/** Where an upright direction of writing comes to lie: it never stands on its head after mirroring. */
function turned(turnRad: number, [a, b]: readonly number[], mirrored: boolean): number {
  const turn = Math.atan2(b!, a!)
  return mirrored ? turn - turnRad : turn + turnRad
}

export const textShape: ShapeKind<Text> = {
  schema: textSchema,
  word: 'text',
  caught: false,
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
    turnRad: turned(text.turnRad, map, map[0] * map[3] - map[1] * map[2] < 0),
  }),
}
