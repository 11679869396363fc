import { segmentCrossing } from '../../geometry/segment'
import type { Candidate, CatchKind } from '../catch'
import { chordsNear } from '../catch-index'

/** Where two lines cross. */
export const crossing: CatchKind = {
  word: 'crossing',
  handicap: 0.1,
  find: (near, p, radius) => {
    const found: Candidate[] = []
    const chords = near.map((line) => chordsNear(line, p, radius))
    for (let i = 0; i < near.length; i++)
      for (let j = i + 1; j < near.length; j++)
        for (const [a, b] of chords[i]!)
          for (const [c, d] of chords[j]!) {
            const point = segmentCrossing(a, b, c, d)
            if (point) found.push({ point, lines: [near[i]!, near[j]!] })
          }
    return found
  },
}
