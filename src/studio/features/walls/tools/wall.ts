import { OPPOSITE } from '@/core/model/wall-type/typed'

import type { Tool, ToolContext, ToolKey } from '@/studio/kernel/tool'

import { drawingTool } from '@/studio/tooling/drawing'
import { wallOptions } from '../options'
import { wallChain } from './chain'
import { wallRectangle } from './rectangle'
import { roundWall } from './round-wall'

/** The ways in which walls are drawn. */
const FORMS: Readonly<Record<(typeof wallOptions)['initial']['wallForm'], Tool>> = {
  chain: wallChain,
  round: drawingTool(roundWall),
  rectangle: drawingTool(wallRectangle),
}

const form = ({ options }: ToolContext): Tool => FORMS[options(wallOptions).wallForm]

/** The wall comes to lie on the other side of the line that is traced. */
const flip: ToolKey = {
  key: 'f',
  does: 'put the wall on the other side of the line that you trace',
  press: (session, { options }) => ({
    session,
    choose: wallOptions.with({
      tracedLine: OPPOSITE[options(wallOptions).tracedLine],
      wallFlipped: !options(wallOptions).wallFlipped,
    }),
  }),
}

/** Walls along the line that is traced, in the form that is chosen. */
export const wall: Tool = {
  name: 'wall',
  word: 'Wall',
  picture: { film: 'M5 3h4v12h12v4H5z', ink: 'M5 3h4v12h12v4H5z', red: 'M7 3v14h14' },
  also: ['partition', 'masonry', 'round wall', 'rectangle of walls'],
  drawer: 'walls',
  key: 'w',
  keys: [flip],
  steps: ['trace'],
  opens: ['trace'],
  onPlan: true,
  places: true,
  loupe: false,
  say: (session, context) => form(context).say(session, context),
  fields: (session, context) => form(context).fields(session, context),
  steer: (session, raw, context) => form(context).steer(session, raw, context),
  click: (session, point, context) => form(context).click(session, point, context),
  enter: (session, context) => form(context).enter(session, context),
  undone: (session) => ({ ...session, points: session.points.slice(0, -1) }),
  paint: (canvas, session, view, context) => form(context).paint(canvas, session, view, context),
}
