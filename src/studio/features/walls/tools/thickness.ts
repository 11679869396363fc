import { formatLength } from '@/core/units/format'
import { EMPTY_SESSION, plain, type Tool } from '@/studio/kernel/tool'
import { paintMeasure } from '@/studio/painters/measure'
import { squareGap } from '@/studio/tooling/square-gap'
import { wallOptions } from '../options'
import { wall } from './wall'

/** Takes the thickness of walls from the sheet, by a pull from one face to the other. */
export const wallThickness: Tool = {
  ...plain,
  name: 'wall-thickness',
  word: 'Thickness from the sheet',
  picture: { film: 'M6 3h12v18H6z', ink: 'M6 3v18M18 3v18', red: 'M7 12h10M10 9l-3 3 3 3M14 9l3 3-3 3' },
  also: ['width of wall'],
  drawer: 'walls',
  key: null,
  steps: ['trace'],
  onPlan: true,
  places: true,
  loupe: true,
  say: ({ points }) =>
    points.length === 0
      ? 'Click one face of a wall on the sheet.'
      : 'Click its other face. The thickness is taken square to the first line.',
  fields: () => [],
  click: (session, point, { display }) => {
    const [from] = session.points
    if (!from) return { session: { ...EMPTY_SESSION, points: [point] } }
    const mm = squareGap(from, point)
    if (!(mm > 0.5 && mm <= 10_000))
      return { session, say: `No wall is ${formatLength(mm, display)} thick: click its other face.` }
    return { session: EMPTY_SESSION, choose: wallOptions.with({ pickedThicknessMm: mm }), next: wall }
  },
  enter: () => ({ session: EMPTY_SESSION, done: true }),
  paint: (canvas, { points, cursor }, view, { display }) => {
    const [from] = points
    if (!from || !cursor) return
    paintMeasure(canvas, view, from.at, cursor.at, formatLength(squareGap(from, cursor), display))
  },
}
