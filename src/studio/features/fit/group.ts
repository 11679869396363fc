import type { Refitted } from '@/core/fit/follow'
import { boardMove, carriedAlong, onSheetPt } from '@/core/fit/together'
import { type Affine, scaledAbout, turnedAbout } from '@/core/geometry/affine'
import { type Box, unite } from '@/core/geometry/box'
import type { Point } from '@/core/geometry/vector'
import type { Underlay } from '@/core/model/underlay/schema'
import type { ToolContext } from '@/studio/kernel/tool'
import { underlaysOf, useProject } from '@/studio/state/store'
import { underlayBox } from '@/studio/tooling/underlay-box'
import { refit } from './refit'

/** What the person chose for sheets that are sized and turned. */
export interface Together {
  /** Ids of what is picked to change together. */
  readonly group: readonly string[]
  /** The point of the board that stays where it is; null for what each way of changing keeps by itself. */
  readonly base: Point | null
}

/** What a tool of the fit step goes by. */
export const togetherOf = ({ group, choices }: Pick<ToolContext, 'group' | 'choices'>): Together => ({
  group,
  base: choices.basePoint,
})

/** The sheets that change with one: all that are picked where it is one of them, else it alone. */
function groupOf(underlay: Underlay, { group }: Together): readonly Underlay[] {
  if (!group.includes(underlay.id)) return [underlay]
  return underlaysOf(useProject.getState().records).filter(({ id }) => group.includes(id))
}

/** What stays where it is when sheets are sized or turned: the base point that was given, else the middle of them all. */
const fixedPoint = (underlays: readonly Underlay[], base: Point | null): Point =>
  base ?? middleOf(underlays.map(underlayBox).reduce(unite))

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
export function turnTogether(
  label: string,
  underlays: readonly Underlay[],
  base: Point | null,
  byRad: number,
): readonly Underlay[] {
  return carry(label, underlays, turnedAbout(fixedPoint(underlays, base), byRad), false)
}

/** Turns each sheet about its own middle. @param byRad anticlockwise */
export function turnApart(label: string, underlays: readonly Underlay[], byRad: number): readonly Underlay[] {
  const turned = underlays.flatMap((each) => carriedAlong([each], turnedAbout(fixedPoint([each], null), byRad), false))
  refit(label, turned)
  return turned.map(({ after }) => after)
}

/** Scales sheets together. */
export function scaleTogether(
  label: string,
  underlays: readonly Underlay[],
  base: Point | null,
  factor: number,
): readonly Underlay[] {
  return carry(label, underlays, scaledAbout(fixedPoint(underlays, base), factor), true)
}

function carry(label: string, underlays: readonly Underlay[], map: Affine, resized: boolean): readonly Underlay[] {
  const carried = carriedAlong(underlays, map, resized)
  refit(label, carried)
  return carried.map(({ after }) => after)
}
