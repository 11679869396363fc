import type { FeatureRef } from '@/core/model/relation/schema'
import { piecesOf } from '@/core/model/shapes'
import { isPartView } from '@/core/model/work-plane/schema'
import { isSketched } from '@/core/sketch/figure'
import { featureNear, placeOfFeature, possibleWays } from '@/core/sketch/pick'
import { EMPTY_SESSION, plain, type Tool, type ToolContext } from '@/studio/kernel/tool'
import { paintSpot } from '@/studio/painters/relations'
import { paintChains } from '@/studio/painters/shapes'
import { relateOptions } from '../options'

/** A relation has no more members than this. */
const MOST = 3

const isSame = (a: FeatureRef, b: FeatureRef): boolean => a.id === b.id && a.anchor === b.anchor && a.piece === b.piece

const viewOf = ({ planeId, records }: ToolContext): string | null => (isPartView(planeId, records) ? planeId : null)

/** Picks points and pieces of lines on a view of a part; how they are to lie to one another is chosen on the bench. */
export const relate: Tool = {
  ...plain,
  name: 'relate',
  word: 'Relate',
  picture: { ink: 'M5 4v16M19 4v16', red: 'M9 10h6M9 14h6' },
  also: ['constraint', 'parallel', 'perpendicular', 'equal', 'tangent'],
  drawer: 'lines',
  key: ';',
  onPart: true,
  steps: ['trace'],
  places: true,
  bare: true,
  loupe: false,
  say: (_, context) => {
    if (viewOf(context) === null) return 'Lines are related on the views of a part: look at one first.'
    const { related } = context.options(relateOptions)
    if (related.length === 0) return 'Click points or pieces of lines that should lie to one another in some way.'
    return possibleWays(related, context.records).length > 0
      ? 'Choose how they should lie, or click more of them.'
      : 'These can’t be related in any way. Click one again to leave it out.'
  },
  fields: () => [],
  click: (session, point, context) => {
    const view = viewOf(context)
    if (view === null) return { session, say: 'Look at a view of a part first.' }
    const found = featureNear(view, context.records, point.at, context.reachMm)
    if (!found) return { session, choose: relateOptions.with({ related: [] }) }
    const { related } = context.options(relateOptions)
    const others = related.filter((each) => !isSame(each, found))
    if (others.length === related.length && related.length === MOST)
      return { session, say: `No more than ${MOST} are related at once.` }
    return {
      session,
      choose: relateOptions.with({ related: others.length < related.length ? others : [...related, found] }),
    }
  },
  enter: () => ({ session: EMPTY_SESSION, choose: relateOptions.with({ related: [] }) }),
  paint: (canvas, _, view, { options, records, plan }) => {
    for (const ref of options(relateOptions).related) {
      const shape = records.get(ref.id)
      if (!isSketched(shape)) continue
      const piece = ref.piece === undefined ? undefined : piecesOf(shape, plan.around)[ref.piece]
      const at = placeOfFeature(ref, records)
      if (piece) paintChains(canvas, view, [{ pieces: [piece], closed: false }])
      else if (at) paintSpot(canvas, view, at)
    }
  },
}
