import { apply } from '../../geometry/affine'
import type { Pen } from '../pen'
import type { ElementKind } from '../shape'
import { type Space, spaceSchema } from './schema'

const PEN: Pen = { color: '#155457', line: 'full', weightMm: 0.18 }
const LETTER_MM = 220

/** A room as it is written on the plan: number and name, with its area where the plan has found it. */
export const spaceShape: ElementKind<Space> = {
  dxfLayer: () => 'A-AREA',
  printGroup: 'Rooms',
  schema: spaceSchema,
  word: 'room',
  pen: PEN,
  caught: false,
  line: false,
  chains: () => [],
  letters: ({ name, number, at }) => [
    { text: number ? `${number} ${name}` : name, at, heightMm: LETTER_MM, turnRad: 0, align: 'middle' },
  ],
  grips: ({ at }) => [at],
  withGrip: (space, _, to) => ({ ...space, at: to }),
  mapped: (space, map) => ({ ...space, at: apply(map, space.at) }),
}
