import { type Affine, invert } from '@/core/geometry/affine'
import { composeProjective, type Homography, projectiveOf } from '@/core/geometry/projective'
import { boardMap } from '@/core/model/underlay/placement'
import type { Underlay } from '@/core/model/underlay/schema'
import type { Compared } from './store'

/** From the points of the page that does not lie on the board to the board, where what both draw lies on itself. */
export function otherOnBoard(compared: Compared, underlay: Underlay): Homography {
  const older = olderOnBoard(compared, underlay)
  if (compared.otherIsOlder) return older
  return composeProjective(projectiveOf(compared.found.registration.map), older)
}

/** The two pages by their ids. */
export const pagesOf = ({ otherId, otherIsOlder }: Compared, { sheetId }: Underlay) =>
  otherIsOlder ? { older: otherId, newer: sheetId } : { older: sheetId, newer: otherId }

/** From the points of the older page to the board, where the underlay lies now. */
export function olderOnBoard({ otherIsOlder, found }: Compared, { placement }: Underlay): Homography {
  const back: Affine | null = otherIsOlder ? invert(found.registration.map) : null
  return back ? composeProjective(projectiveOf(back), boardMap(placement)) : boardMap(placement)
}
