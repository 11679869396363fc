import { arcThrough } from '@/core/geometry/piece/feet'
import { type Arc, angleOf, bulgeOf, bulgeOfRadius, polar, TURN, turnAhead } from '@/core/geometry/piece/piece'
import { cross, distance, dot, leftOf, length, middle, type Point, scale, subtract, unit } from '@/core/geometry/vector'
import { formatLength } from '@/core/units/format'
import { parseLength } from '@/core/units/length'
import type { BoardPoint } from '@/studio/kernel/board-point'
import type { Field, Session, Tool, ToolContext } from '@/studio/kernel/tool'
import { drawingTool, drawnBase } from '@/studio/tooling/drawing'
import { enteredPoint, pointFields, steerPoint } from '@/studio/tooling/typed-point'
import { arcOptions, polygonOptions } from '../options'

/** A radius is typed where the second point would be placed. */
function radiusField({ points, cursor, typed }: Session, { display }: ToolContext): Field {
  const center = points[0]!.at
  return {
    name: 'radius',
    label: 'Radius',
    value: typed.radius ?? (cursor ? formatLength(distance(center, cursor.at), display, false) : ''),
    first: true,
  }
}

/** The point at the typed radius, on the mouse's side. @throws LengthError */
function atRadius(session: Session, context: ToolContext, mouse: Point | null): BoardPoint | null {
  const center = session.points[0]?.at
  if (!center || !session.typed.radius) return null
  const radius = parseLength(session.typed.radius, context.display.unit)
  if (!(radius > 0)) throw new Error('A radius is more than nothing.')
  return {
    at: polar(center, radius, mouse && distance(mouse, center) > 0 ? angleOf(subtract(mouse, center)) : 0),
    caught: null,
  }
}

const byRadius = {
  fields: (session: Session, context: ToolContext): readonly Field[] =>
    session.points.length === 1 ? [radiusField(session, context)] : pointFields(session, context),
  steer: (session: Session, raw: BoardPoint, context: ToolContext): BoardPoint => {
    if (session.points.length !== 1) return steerPoint(session, raw, context)
    try {
      return atRadius(session, context, raw.at) ?? steerPoint(session, raw, context)
    } catch {
      return raw
    }
  },
  entered: (session: Session, context: ToolContext): BoardPoint | null =>
    session.points.length === 1 ? atRadius(session, context, session.raw?.at ?? null) : enteredPoint(session, context),
}

export const circle: Tool = drawingTool({
  ...byRadius,
  name: 'circle',
  word: 'Circle',
  picture: { ink: 'M12 4a8 8 0 1 0 0 16a8 8 0 1 0 0-16z', red: 'M12 12h8' },
  also: ['round', 'hole', 'radius', 'diameter'],
  drawer: 'lines',
  key: 'c',
  label: 'Draw circle',
  most: () => 2,
  say: (count) =>
    count === 0 ? 'Click the centre.' : 'Click a point of the circle, or type its radius and press Enter.',
  shape: ([center, on], _, context) =>
    center && on
      ? { ...drawnBase(context, [center, on]), kind: 'circle', center: center.at, radiusMm: distance(center.at, on.at) }
      : null,
})

/** The arc that three points give, by the way chosen. */
function arcOf(
  points: readonly Point[],
  way: (typeof arcOptions)['initial']['arcWay'],
  radius: number | null,
): Arc | null {
  const [a, b, c] = points as [Point, Point, Point]
  if (way === 'three points') {
    const arc = arcThrough(a, b, c)
    return arc?.kind === 'arc' ? arc : null
  }
  if (way === 'from centre') {
    const fromRad = angleOf(subtract(b, a))
    const ahead = turnAhead(fromRad, angleOf(subtract(c, a)))
    return ahead > 0 ? { kind: 'arc', center: a, radius: distance(a, b), fromRad, sweepRad: ahead } : null
  }
  // Start, end, and how far it bulges: by the mouse, or by a typed radius on the mouse's side.
  const chord = distance(a, b)
  const aside = cross(subtract(b, a), subtract(c, a)) / chord
  if (radius === null) return throughBulge(a, b, -(2 * aside) / chord)
  const bulge = bulgeOfRadius(chord, radius)
  return bulge === null ? null : throughBulge(a, b, -Math.sign(aside || 1) * bulge)
}

function throughBulge(a: Point, b: Point, bulge: number): Arc | null {
  if (Math.abs(bulge) < 1e-6) return null
  const direction = unit(subtract(b, a))
  if (!direction) return null
  const top = { ...middle(a, b) }
  const rise = (-bulge * distance(a, b)) / 2
  const over = scale(leftOf(direction), rise)
  const arc = arcThrough(a, { x: top.x + over.x, y: top.y + over.y }, b)
  return arc?.kind === 'arc' ? arc : null
}

export const arc: Tool = drawingTool({
  name: 'arc',
  word: 'Arc',
  picture: { ink: 'M4 18h.01M20 9h.01M10 9h.01', red: 'M4 18A16 16 0 0 1 20 9' },
  also: ['curve', 'bow', 'segment'],
  drawer: 'lines',
  key: 'a',
  options: () => arcOptions.controls('arcWay'),
  label: 'Draw arc',
  most: () => 3,
  say: (count, { options }) =>
    ({
      'three points': ['Click where the arc begins.', 'Click a point that it runs over.', 'Click where it ends.'],
      'from centre': [
        'Click the centre.',
        'Click where the arc begins, or type the radius.',
        'Click where it ends, anticlockwise.',
      ],
      'by radius': [
        'Click where the arc begins.',
        'Click where it ends.',
        'Move the mouse to its side, and click or type its radius.',
      ],
    })[options(arcOptions).arcWay][count] ?? '',
  fields: (session, context) => {
    if (context.options(arcOptions).arcWay === 'from centre') return byRadius.fields(session, context)
    if (context.options(arcOptions).arcWay !== 'by radius' || session.points.length !== 2)
      return pointFields(session, context)
    const [a, b] = session.points.map(({ at }) => at) as [Point, Point]
    const drawn = session.cursor && arcOf([a, b, session.cursor.at], 'by radius', null)
    return [
      {
        name: 'radius',
        label: 'Radius',
        value: session.typed.radius ?? (drawn ? formatLength(drawn.radius, context.display, false) : ''),
        first: true,
      },
    ]
  },
  steer: (session, raw, context) =>
    context.options(arcOptions).arcWay === 'from centre'
      ? byRadius.steer(session, raw, context)
      : steerPoint(session, raw, context),
  entered: (session, context) => {
    const { arcWay } = context.options(arcOptions)
    if (arcWay === 'from centre') return byRadius.entered(session, context)
    if (arcWay === 'by radius' && session.points.length === 2 && session.typed.radius) {
      if (!session.raw) throw new Error('Point the mouse to the side on which the arc should lie.')
      parseLength(session.typed.radius, context.display.unit)
      return { at: session.raw.at, caught: null }
    }
    return enteredPoint(session, context)
  },
  shape: (points, { typed }, context) => {
    if (points.length < 2) return null
    const base = drawnBase(context, points)
    const [a, b] = points.map(({ at }) => at) as [Point, Point]
    // Until the third point a line shows what was chosen.
    if (points.length === 2) return { ...base, kind: 'path', xy: [a.x, a.y, b.x, b.y], closed: false }
    const made = arcOf(
      points.map(({ at }) => at),
      context.options(arcOptions).arcWay,
      typedRadius(typed.radius, context),
    )
    if (!made) return null
    const [from, to] = [
      polar(made.center, made.radius, made.fromRad),
      polar(made.center, made.radius, made.fromRad + made.sweepRad),
    ]
    return { ...base, kind: 'path', xy: [from.x, from.y, to.x, to.y], bulges: [bulgeOf(made), 0], closed: false }
  },
  refuse: (_, { options }) =>
    options(arcOptions).arcWay === 'by radius'
      ? 'No arc of this radius reaches from end to end: type a larger one.'
      : 'These points lie on one line: choose others.',
})

function typedRadius(text: string | undefined, { display }: ToolContext): number | null {
  if (!text) return null
  try {
    return parseLength(text, display.unit)
  } catch {
    return null
  }
}

export const ellipse: Tool = drawingTool({
  name: 'ellipse',
  word: 'Ellipse',
  picture: { ink: 'M12 6c5.5 0 9 2.7 9 6s-3.5 6-9 6-9-2.7-9-6 3.5-6 9-6z', red: 'M3 12h18' },
  also: ['oval'],
  drawer: 'lines',
  key: 'e',
  label: 'Draw ellipse',
  most: () => 3,
  say: (count) =>
    ['Click the centre.', 'Click the end of the first half axis.', 'Click how far the other half axis reaches.'][
      count
    ] ?? '',
  shape: (points, _, context) => {
    const [center, end, side] = points.map(({ at }) => at)
    if (!center || !end) return null
    const axis = subtract(end, center)
    const size = length(axis)
    const height = side ? Math.abs(dot(subtract(side, center), leftOf(axis))) / size : size / 2
    if (size === 0 || height === 0) return null
    return {
      ...drawnBase(context, points),
      kind: 'ellipse',
      center,
      axis,
      ratio: height / size,
      fromRad: 0,
      sweepRad: TURN,
    }
  },
})

export const polygon: Tool = drawingTool({
  ...byRadius,
  name: 'polygon',
  word: 'Polygon',
  picture: { ink: 'M12 3l8 4.5v9L12 21l-8-4.5v-9z', red: 'M12 12l8-4.5' },
  also: ['hexagon', 'regular'],
  drawer: 'lines',
  key: 'g',
  options: () => polygonOptions.controls('sides'),
  label: 'Draw polygon',
  most: () => 2,
  say: (count, { options }) =>
    count === 0
      ? `Click the centre of the polygon of ${options(polygonOptions).sides} sides.`
      : 'Click a corner, or type the radius around it.',
  shape: ([center, on], _, context) => {
    if (!center || !on) return null
    const { sides } = context.options(polygonOptions)
    const radius = distance(center.at, on.at)
    const from = angleOf(subtract(on.at, center.at))
    const xy = Array.from({ length: sides }, (_each, i) => polar(center.at, radius, from + (TURN * i) / sides)).flatMap(
      ({ x, y }) => [x, y],
    )
    return { ...drawnBase(context, [center, on]), kind: 'path', xy, closed: true }
  },
})

export const spline: Tool = drawingTool({
  name: 'spline',
  word: 'Curve',
  picture: { ink: 'M3 17h.01M9 10h.01M15 14h.01M21 6h.01', red: 'M3 17C6 6 9 6 12 12s6 6 9-6' },
  also: ['freeform', 'bezier', 'spline'],
  drawer: 'lines',
  key: null,
  label: 'Draw curve',
  most: () => Infinity,
  say: (count) => (count < 2 ? 'Click points that the curve runs through.' : 'Go on; Enter ends the curve.'),
  shape: (points, _, context) =>
    points.length < 2
      ? null
      : {
          ...drawnBase(context, points),
          kind: 'spline',
          by: 'through',
          xy: points.flatMap(({ at }) => [at.x, at.y]),
          closed: points.length > 3 && distance(points[0]!.at, points.at(-1)!.at) === 0,
        },
})
