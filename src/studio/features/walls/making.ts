import type { Point } from '@/core/geometry/vector'
import { placeOpening } from '@/core/model/opening/place'
import { wallOutlines } from '@/core/model/wall/joins'
import { elementsOf, type Making } from '@/core/propose/make-walls'
import type { WallRun } from '@/core/propose/wall-run'
import { openingOptions } from '@/studio/features/openings/options'
import type { ToolContext } from '@/studio/kernel/tool'

/** What is made of what is read, by the choices of the bench. */
export const makingOf = ({ options, levelId }: ToolContext, tracedFrom?: string): Making => ({
  levelId,
  tracedFrom,
  headMm: options(openingOptions).openingHeightMm,
  sillMm: options(openingOptions).openingSillMm,
})

/** Outlines of what would be made of a run: its wall, and each of its openings. */
export function ringsOf(run: WallRun, context: ToolContext): (readonly Point[])[] {
  const { wall, openings } = elementsOf(run, makingOf(context))
  const outline = wallOutlines([wall]).get(wall.id)
  const holes = openings.flatMap((opening) => {
    const place = placeOpening(wall, opening)
    return place ? [place.corners] : []
  })
  return [...(outline ? [outline] : []), ...holes]
}
