import { meetings } from '../../geometry/piece/meetings'
import { segmentCrossing } from '../../geometry/segment'
import { chordsNear, type NearLine } from '../../sheet/catch-index'
import type { Candidate, CatchKind } from '../catch-kind'
import type { CatchScene } from '../scene'

/** Where two lines cross. */
export const crossing: CatchKind = {
  word: 'crossing',
  handicap: 0.1,
  rank: 'point',
  find: (scene) => {
    const { near } = scene
    const found: Candidate[] = []
    for (let i = 0; i < near.length; i++)
      for (let j = i + 1; j < near.length; j++)
        for (const point of crossingsOf(near[i]!, near[j]!, scene)) found.push({ point, lines: [near[i]!, near[j]!] })
    return found
  },
}

function crossingsOf(a: NearLine, b: NearLine, { p, radius }: CatchScene) {
  const [first, second] = [a.piece, b.piece]
  if (first.kind === 'segment' && second.kind === 'segment') {
    const point = segmentCrossing(first.start, first.end, second.start, second.end)
    return point ? [point] : []
  }
  if (first.kind !== 'cubic' && first.kind !== 'segment') return meetings(first, second).map(({ point }) => point)
  if (second.kind !== 'cubic' && second.kind !== 'segment') return meetings(first, second).map(({ point }) => point)
  // Cubics are crossed by the few of their chords that lie at the cursor.
  const found = []
  for (const [c, d] of chordsNear(a, p, radius))
    for (const [e, f] of chordsNear(b, p, radius)) {
      const point = segmentCrossing(c, d, e, f)
      if (point) found.push(point)
    }
  return found
}
