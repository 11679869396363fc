import { projectPiece } from '../../geometry/piece/map'
import { type Homography, invertProjective, project } from '../../geometry/projective'
import type { CatchIndex } from '../../sheet/catch-index'
import type { LineFinder } from '../wall-run'

/** Lines looked at in one place at most. */
const MOST_NEAR = 400

/** Finds lines of one sheet as they lie on the board. */
export function sheetFinder(index: CatchIndex, map: Homography, mmPerPt: number): LineFinder {
  const back = invertProjective(map)
  return (p, reach) =>
    index.within(project(back, p), reach / mmPerPt, MOST_NEAR).map((line) => ({
      ...line,
      start: project(map, line.start),
      end: project(map, line.end),
      piece: projectPiece(map, line.piece),
    }))
}
