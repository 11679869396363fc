import { boxOf, corners } from '@/core/geometry/box'
import { type Homography, project } from '@/core/geometry/projective'
import { toScreen, type View } from '@/studio/kernel/view'
import { FIGURE_FONT } from '@/studio/ui/figure-font'
import { palette } from '@/studio/ui/palette'
import type { Compared } from './store'

/** Pixels of air around a change. */
const AIR_PX = 6
const FIGURE_PX = 11

/** A numbered frame around each change, in red around the one that is looked at. @param map from the older page to the board */
export function paintFrames(
  canvas: CanvasRenderingContext2D,
  view: View,
  { found }: Compared,
  map: Homography,
  looked: number | null,
): void {
  found.changes.forEach(({ box }, i) => {
    const { minX, minY, maxX, maxY } = boxOf(corners(box).map((p) => toScreen(view, project(map, p))))
    const isLooked = i === looked
    canvas.strokeStyle = isLooked ? palette.red : palette.inkSoft
    canvas.lineWidth = isLooked ? 2.5 : 1
    canvas.strokeRect(minX - AIR_PX, minY - AIR_PX, maxX - minX + 2 * AIR_PX, maxY - minY + 2 * AIR_PX)
    canvas.fillStyle = isLooked ? palette.red : palette.inkSoft
    canvas.font = `600 ${FIGURE_PX}px ${FIGURE_FONT}`
    canvas.fillText(String(i + 1), minX - AIR_PX, minY - AIR_PX - 3)
  })
}
