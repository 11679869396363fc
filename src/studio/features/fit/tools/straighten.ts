import { SHORTEST_KNOWN_PT } from '@/core/fit/residual'
import { distance } from '@/core/geometry/vector'
import { turnedAbout } from '@/core/model/underlay/placement'
import { EMPTY_SESSION, type Outcome, plain, type Session, type Tool, type ToolContext } from '@/studio/kernel/tool'
import { paintMeasure } from '@/studio/painters/measure'
import { directionDeg } from '@/studio/tooling/direction'
import { basePointOptions } from '@/studio/tooling/options'
import { togetherOf, withGroup } from '../group'
import { underlayOf } from './fit'

/** Turns a sheet so that a line of it runs level or upright, whichever is nearer, or at a typed angle. */
export const straighten: Tool = {
  ...plain,
  name: 'straighten',
  word: 'Straighten',
  picture: { film: 'M5 8l12-3 2 9-12 3z', ink: 'M5 8l12-3 2 9-12 3z', red: 'M3 20h18' },
  also: ['level', 'rotate', 'turn', 'align'],
  drawer: 'place',
  key: 't',
  steps: ['fit'],
  places: true,
  loupe: true,
  say: ({ points }, { options }) =>
    points.length === 0
      ? 'Click the first end of a line that should run level or upright, the longer the better.'
      : points.length === 1
        ? `Click its other end: the sheet turns about ${options(basePointOptions).basePoint ? 'the base point' : 'the first one'}.`
        : 'Type the angle at which it should run, and press Enter.',
  fields: ({ points, cursor, typed }) => {
    const [from] = points
    if (!from || !cursor) return []
    const now = directionDeg(from.at, cursor.at)
    return [
      {
        name: 'angle',
        label: `Should run at ° (now ${now.toFixed(2)})`,
        value: typed.angle ?? nearestQuarter(now).toString(),
        first: true,
      },
    ]
  },
  click: (session, point, context) => {
    if (session.points.length === 0) return { session: { ...EMPTY_SESSION, points: [point] } }
    return turn({ ...session, points: [session.points[0]!, point] }, context)
  },
  enter: (session, context) => {
    const { points, cursor } = session
    if (points.length === 0 || !cursor) return { session: EMPTY_SESSION }
    return turn({ ...session, points: [points[0]!, cursor] }, context)
  },
  paint: (canvas, { points, cursor }, view) => {
    const [from] = points
    if (from && cursor)
      paintMeasure(canvas, view, from.at, cursor.at, `${directionDeg(from.at, cursor.at).toFixed(2)}°`)
  },
}

const nearestQuarter = (deg: number): number => (Math.round(deg / 90) * 90) % 360

function turn({ points, typed }: Session, context: ToolContext): Outcome {
  const [from, to] = points as [Session['points'][0], Session['points'][0]]
  const underlay = underlayOf(from, context)
  if (!underlay) return { session: EMPTY_SESSION, say: 'There is no sheet under these points.' }
  if (underlay.locked) return { session: EMPTY_SESSION, locked: [underlay] }
  if (distance(from.at, to.at) < SHORTEST_KNOWN_PT * underlay.placement.mmPerPt)
    return {
      session: { ...EMPTY_SESSION, points: [from] },
      say: 'The two points lie on one another. Click the other end further away.',
    }
  const now = directionDeg(from.at, to.at)
  const wanted = typed.angle ? Number(typed.angle.replace(',', '.').replace('°', '')) : nearestQuarter(now)
  if (!Number.isFinite(wanted))
    return {
      session: { ...EMPTY_SESSION, points: [from] },
      say: `“${typed.angle}” is no angle: write degrees, for instance 12.5.`,
    }
  const center = context.options(basePointOptions).basePoint ?? from.at
  const placement = turnedAbout(underlay.placement, center, ((wanted - now) * Math.PI) / 180)
  const refitted = withGroup({ before: underlay, after: { ...underlay, placement } }, togetherOf(context))
  return { session: EMPTY_SESSION, done: true, refit: { label: 'Straighten sheet', refitted } }
}
