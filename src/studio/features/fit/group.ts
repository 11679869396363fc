import type { Refitted } from '@/core/fit/follow'
import { boardMove, carriedAlong, onSheetPt } from '@/core/fit/together'
import { scaledAbout, turnedAbout } from '@/core/geometry/affine'
import { type Box, unite } from '@/core/geometry/box'
import type { Point } from '@/core/geometry/vector'
import type { Underlay } from '@/core/model/underlay/schema'
import { underlaysOf } from '@/core/model/underlay/underlays'
import type { Refit, ToolContext } from '@/studio/kernel/tool'
import { basePointOptions } from '@/studio/tooling/options'
import { underlayBox } from '@/studio/tooling/underlay-box'

/** What the person chose for sheets that are sized and turned. */
export interface Together {
  /** Ids of what is picked to change together. */
  readonly group: readonly string[]
  /** The point of the board that stays where it is; null for what each way of changing keeps by itself. */
  readonly base: Point | null
  readonly records: ToolContext['records']
  readonly sources: ToolContext['sources']
}

/** What a tool of the fit step goes by. */
export const togetherOf = ({
  group,
  options,
  records,
  sources,
}: Pick<ToolContext, 'group' | 'options' | 'records' | 'sources'>): Together => ({
  group,
  base: options(basePointOptions).basePoint,
  records,
  sources,
})

/** The sheets that change with one: all that are picked where it is one of them, else it alone. */
function groupOf(underlay: Underlay, { group, records }: Together): readonly Underlay[] {
  if (!group.includes(underlay.id)) return [underlay]
  return underlaysOf(records).filter(({ id }) => group.includes(id))
}

/** What stays where it is when sheets are sized or turned: the base point that was given, else the middle of them all. */
const fixedPoint = (underlays: readonly Underlay[], { base, sources }: Pick<Together, 'base' | 'sources'>): Point =>
  base ?? middleOf(underlays.map((underlay) => underlayBox(underlay, sources)).reduce(unite))

const middleOf = ({ minX, minY, maxX, maxY }: Box): Point => ({ x: (minX + maxX) / 2, y: (minY + maxY) / 2 })

/**
 * New places for a sheet and for all that change with it, which keep their places to one another.
 * @param fixedPt the point of the sheet that the others follow exactly; they do so in any case where it keeps its form
 */
export function withGroup(
  { before, after }: Refitted,
  together: Together,
  fixedPt = fixedOn(before, after, together),
): readonly Refitted[] {
  const others = groupOf(before, together).filter(({ id }) => id !== before.id)
  if (others.length === 0) return [{ before, after }]
  const resized = after.placement.mmPerPt !== before.placement.mmPerPt
  return [{ before, after }, ...carriedAlong(others, boardMove(before.placement, after.placement, fixedPt), resized)]
}

function fixedOn(before: Underlay, { dimensions }: Underlay, { base }: Together): Point {
  if (base) return onSheetPt(before.placement, base)
  return dimensions.find(({ role }) => role === 'fit')?.fromPt ?? { x: 0, y: 0 }
}

/** Turns sheets together. @param byRad anticlockwise */
export const turnTogether = (
  label: string,
  underlays: readonly Underlay[],
  together: Together,
  byRad: number,
): Refit => ({
  label,
  refitted: carriedAlong(underlays, turnedAbout(fixedPoint(underlays, together), byRad), false),
})

/** Turns each sheet about its own middle. @param byRad anticlockwise */
export const turnApart = (label: string, underlays: readonly Underlay[], together: Together, byRad: number): Refit => ({
  label,
  refitted: underlays.flatMap((each) =>
    carriedAlong([each], turnedAbout(fixedPoint([each], { ...together, base: null }), byRad), false),
  ),
})

/** Scales sheets together. */
export const scaleTogether = (
  label: string,
  underlays: readonly Underlay[],
  together: Together,
  factor: number,
): Refit => ({
  label,
  refitted: carriedAlong(underlays, scaledAbout(fixedPoint(underlays, together), factor), true),
})
