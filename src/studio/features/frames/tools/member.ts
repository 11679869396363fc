import { storeyOf } from '@/core/building/building'
import { formatLength } from '@/core/units/format'
import { parseLength } from '@/core/units/length'
import type { Tool, ToolContext } from '@/studio/kernel/tool'
import { drawingTool } from '@/studio/tooling/drawing'
import { enteredPoint, pointFields } from '@/studio/tooling/typed-point'
import { brokenAtSupports, newMember, otherPlane, standing } from '../new-member'
import { memberOptions } from '../options'

/** Posts on the plan are placed by one click; everything else by its two ends. */
const stands = ({ options, planeId }: ToolContext): boolean =>
  options(memberOptions).memberUse === 'column' && planeId === null

/** Purlins that end on another plane run straight out of this one. */
const straight = (context: ToolContext): boolean =>
  context.options(memberOptions).memberUse === 'purlin' && otherPlane(context) !== null

/** A beam, column, brace, rafter or purlin by its start and end. */
export const member: Tool = drawingTool({
  name: 'member',
  word: 'Member',
  picture: { film: 'M6 4h12v3h-4v10h4v3H6v-3h4V7H6z', ink: 'M6 4h12v3h-4v10h4v3H6v-3h4V7H6z', red: 'M12 2v20' },
  also: ['beam', 'rafter', 'brace', 'purlin', 'stud', 'profile'],
  drawer: 'structure',
  key: null,
  options: () => memberOptions.controls('memberUse'),
  label: 'Place member',
  say: (count, context) => {
    if (stands(context)) return 'Click where the column stands; its height can be typed.'
    const other = otherPlane(context)
    if (straight(context)) return `Click where the purlin runs straight on to ${other?.name}.`
    if (other && count > 0) return `Click where it ends, on ${other.name}.`
    return count === 0 ? `Click where the ${context.options(memberOptions).memberUse} starts.` : 'Click where it ends.'
  },
  most: (context) => (stands(context) || straight(context) ? 1 : 2),
  fields: (session, context) =>
    stands(context)
      ? [
          {
            name: 'height',
            label: 'Height',
            value: session.typed.height ?? formatLength(storeyOf(context, context.records), context.display, false),
            first: true,
            narrow: true,
          },
        ]
      : pointFields(session, context),
  entered: (session, context) => (stands(context) ? session.cursor : enteredPoint(session, context)),
  shape: ([a, b], { typed }, context) => {
    if (!a) return null
    if (stands(context)) {
      const heightMm = typed.height
        ? parseLength(typed.height, context.display.unit)
        : storeyOf(context, context.records)
      return heightMm > 0 ? standing(a, heightMm, context) : null
    }
    if (straight(context)) return newMember(a.at, a.at, context, [a])
    if (!b) return null
    const made = newMember(a.at, b.at, context, [a, b])
    return context.options(memberOptions).memberRuns === 'broken' ? brokenAtSupports(made, context) : made
  },
})
