import { type Affine, mirroredIn, movedBy, ontoPair, scaledAbout, turnedAbout } from '@/core/geometry/affine'
import { angleOf } from '@/core/geometry/piece/piece'
import { distance, type Point, subtract } from '@/core/geometry/vector'
import { parseAngleDeg } from '@/core/units/angle'
import type { Field, Session, Tool, ToolContext } from '@/studio/kernel/tool'
import { pointFields, steerPoint } from '@/studio/tooling/typed-point'
import { arrayOptions, layOntoOptions, mirrorOptions } from '../options'
import type { Transforming } from './transforming'
import { transformingTool } from './transforming'

const between = (a: Point, b: Point): Affine | null => (distance(a, b) > 0 ? movedBy(subtract(b, a)) : null)

const moving: Transforming = {
  name: 'move',
  word: 'Move',
  picture: { film: 'M3 11h9v9H3z', ink: 'M3 11h9v9H3z', red: 'M12 12l8-8M14 4h6v6' },
  also: ['shift', 'displace'],
  drawer: 'change',
  key: 'v',
  label: 'Move',
  most: 2,
  says: () => [
    'Click a point that it is taken by.',
    'Click where that point should lie, or type the distance and angle.',
  ],
  copies: () => false,
  maps: ([a, b]) => {
    const map = a && b && between(a.at, b.at)
    return map ? [map] : null
  },
}

export const move: Tool = transformingTool(moving)

export const copy: Tool = transformingTool({
  ...moving,
  name: 'copy',
  word: 'Copy',
  picture: { film: 'M3 10h10v10H3z', ink: 'M3 10h10v10H3z', red: 'M11 10V4h10v10h-8' },
  also: ['duplicate', 'repeat'],
  drawer: 'change',
  key: 'b',
  label: 'Copy',
  again: true,
  says: () => [
    'Click a point that the copies are taken by.',
    'Click where that point of the next copy should lie. Enter or Esc ends.',
  ],
  copies: () => true,
})

/** An angle or a factor that is typed instead of shown by further points. */
const valueField =
  (name: string, label: string, shown: (session: Session) => string) =>
  (session: Session): readonly Field[] =>
    session.points.length === 0
      ? []
      : [{ name, label, value: session.typed[name] ?? shown(session), first: true, narrow: true }]

const turnShown = (points: readonly Point[]): number | null => {
  const [center, from, to] = points
  return center && from && to ? angleOf(subtract(to, center)) - angleOf(subtract(from, center)) : null
}

const withCursor = ({ points, cursor }: Session): Point[] =>
  [...points, ...(cursor ? [cursor] : [])].map(({ at }) => at)

const plainAtFirst = {
  steer: (session: Session, raw: Parameters<typeof steerPoint>[1], context: ToolContext) =>
    steerPoint({ ...session, typed: {} }, raw, context),
}

export const turn: Tool = transformingTool({
  ...plainAtFirst,
  name: 'turn',
  word: 'Turn',
  picture: { film: 'M4 12h8v8H4z', ink: 'M4 12h8v8H4z', red: 'M8 8a8 8 0 0 1 11 10M22 15l-3 3-3-3' },
  also: ['rotate'],
  drawer: 'change',
  key: 't',
  label: 'Turn',
  most: 3,
  says: () => [
    'Click the point that it turns about.',
    'Type the angle and press Enter, or click a point that should turn.',
    'Click where that point should come to lie.',
  ],
  copies: () => false,
  fields: (session, context) =>
    session.points.length === 0
      ? pointFields(session, context)
      : valueField('turn', 'Angle °', (each) =>
          ((((turnShown(withCursor(each)) ?? 0) * 180) / Math.PI + 360) % 360).toFixed(1),
        )(session),
  enough: ({ points, typed }) => points.length > 0 && Boolean(typed.turn),
  maps: (points, { typed }) => {
    const [center] = points
    if (!center) return null
    if (typed.turn) return [turnedAbout(center.at, (parseAngleDeg(typed.turn) * Math.PI) / 180)]
    const by = turnShown(points.map(({ at }) => at))
    return by === null ? null : [turnedAbout(center.at, by)]
  },
})

export const scale: Tool = transformingTool({
  ...plainAtFirst,
  name: 'scale',
  word: 'Scale',
  picture: { film: 'M4 12h8v8H4z', ink: 'M4 12h8v8H4z', red: 'M4 9V4h16v16h-5' },
  also: ['enlarge', 'resize'],
  drawer: 'change',
  key: 'z',
  label: 'Scale',
  most: 3,
  says: () => [
    'Click the point that stays.',
    'Type the factor and press Enter, or click a point that should move.',
    'Click how far that point should lie from the first.',
  ],
  copies: () => false,
  fields: (session, context) =>
    session.points.length === 0
      ? pointFields(session, context)
      : valueField('factor', 'Factor', (each) => (factorShown(withCursor(each)) ?? 1).toFixed(3))(session),
  enough: ({ points, typed }) => points.length > 0 && Boolean(typed.factor),
  maps: (points, { typed }) => {
    const [center] = points
    if (!center) return null
    const factor = typed.factor ? parseAngleDeg(typed.factor) : factorShown(points.map(({ at }) => at))
    if (factor === null) return null
    if (!(factor > 0 && factor < 1e6)) throw new Error('A factor is more than nothing: 2 doubles, 0.5 halves.')
    return [scaledAbout(center.at, factor)]
  },
})

function factorShown([center, from, to]: readonly Point[]): number | null {
  if (!center || !from || !to) return null
  const base = distance(center, from)
  return base > 0 ? distance(center, to) / base : null
}

/** Two pairs of points: what is picked is moved by the first, turned and, if wanted, scaled by the second. */
export const layOnto: Tool = transformingTool({
  name: 'lay-onto',
  word: 'Lay onto',
  picture: { film: 'M4 4h9v9H4z', ink: 'M4 4h9v9H4zM11 11h9v9h-9z', red: 'M6 6l7.5 7.5M13.5 9.5v4h-4' },
  also: ['align', 'two points'],
  drawer: 'change',
  key: null,
  options: () => layOntoOptions.controls('pairsScale'),
  label: 'Lay onto',
  most: 4,
  mayRest: true,
  says: ({ options }) => [
    'Click a point of it.',
    'Click where that point belongs.',
    `Click another point of it, far from the first: it turns${options(layOntoOptions).pairsScale ? ' and scales' : ''}. Enter only moves it.`,
    options(layOntoOptions).pairsScale
      ? 'Click where that one belongs.'
      : 'Click the direction in which that one belongs.',
  ],
  copies: () => false,
  enough: ({ points, typed }) => points.length === 2 && Object.keys(typed).length === 0,
  maps: (points, _, { options }) => {
    const [a, to, b, end] = points.map(({ at }) => at)
    if (!a || !to) return null
    const map = b && end ? ontoPair([a, b], [to, end], options(layOntoOptions).pairsScale) : between(a, to)
    return map ? [map] : null
  },
})

export const mirror: Tool = transformingTool({
  name: 'mirror',
  word: 'Mirror',
  picture: { film: 'M3 18L10 6v12z', ink: 'M3 18L10 6v12zM12 3v4M12 10v4M12 17v4', red: 'M14 6v12h7z' },
  also: ['flip', 'reflect'],
  drawer: 'change',
  key: 'i',
  options: () => mirrorOptions.controls('mirrorKeeps'),
  label: 'Mirror',
  most: 2,
  says: () => ['Click a point of the line to mirror in.', 'Click another point of that line.'],
  copies: ({ options }) => options(mirrorOptions).mirrorKeeps,
  maps: ([a, b]) => (a && b && distance(a.at, b.at) > 0 ? [mirroredIn(a.at, b.at)] : null),
})

/** How many there shall be, with the first. @throws Error with a sentence */
function countOf({ typed }: Session): number {
  const count = Number(typed.count ?? '5')
  if (!Number.isInteger(count) || count < 2 || count > 1000) throw new Error('Type a number of 2 to 1000.')
  return count
}

const countField = ({ typed }: Session): Field => ({
  name: 'count',
  label: 'Number',
  value: typed.count ?? '5',
  narrow: true,
})

export const array: Tool = transformingTool({
  name: 'array',
  word: 'Array',
  picture: { film: 'M3 3h6v6H3z', ink: 'M3 3h6v6H3z', red: 'M15 3h6v6h-6zM3 15h6v6H3zM15 15h6v6h-6z' },
  also: ['pattern', 'repeat', 'rows', 'grid of copies'],
  drawer: 'change',
  key: 'q',
  options: () => arrayOptions.controls('arrayWay'),
  label: 'Array',
  most: 2,
  says: ({ options }) =>
    options(arrayOptions).arrayWay === 'around'
      ? ['Click the centre that the copies stand around.', 'Type the whole angle; Enter or a click makes them.']
      : ['Click a point of it.', 'Click where that point of the next one should lie, or type the distance and angle.'],
  copies: () => true,
  fields: (session, context) =>
    context.options(arrayOptions).arrayWay === 'around'
      ? [countField(session), ...valueField('whole', 'Whole angle °', () => '360')(session)]
      : [countField(session), ...pointFields(session, context)],
  enough: ({ points }, { options }) => options(arrayOptions).arrayWay === 'around' && points.length === 1,
  maps: (points, session, { options }) => {
    const count = countOf(session)
    const [a, b] = points
    if (!a) return null
    if (options(arrayOptions).arrayWay === 'around') {
      const whole = session.typed.whole ? parseAngleDeg(session.typed.whole) : 360
      const parts = Math.abs(whole) >= 360 ? count : count - 1
      return Array.from({ length: count - 1 }, (_, i) => turnedAbout(a.at, ((whole / parts) * (i + 1) * Math.PI) / 180))
    }
    if (!b || distance(a.at, b.at) === 0) return null
    const by = subtract(b.at, a.at)
    return Array.from({ length: count - 1 }, (_, i) => movedBy({ x: by.x * (i + 1), y: by.y * (i + 1) }))
  },
})
