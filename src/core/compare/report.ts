import type { LengthDisplay } from '../units/format'
import { type Comparison, SURE_AGREEMENT } from './compare'
import { sayChange } from './say-change'

/** Figures in reports: as exact as anybody can use. */
const rounded = (value: number): number => Math.round(value * 1000) / 1000

/** What was said of a comparison of two issues, as the command line and HTTP tell it. */
export function comparisonReport({ registration, changes, mmPerPt }: Comparison, display: LengthDisplay) {
  const { map, agree, offPt } = registration
  return {
    mmPerPt,
    map,
    agree: rounded(agree),
    offPt: rounded(offPt),
    sure: agree >= SURE_AGREEMENT,
    changes: changes.map((change) => {
      const { kind, subject, box, by, before, after } = change
      return {
        kind,
        subject,
        says: sayChange(change, { mmPerPt, display }),
        box: [box.minX, box.minY, box.maxX, box.maxY].map(rounded),
        by: by && [rounded(by.x), rounded(by.y)],
        byMm: by && mmPerPt && rounded(Math.hypot(by.x, by.y) * mmPerPt),
        before,
        after,
      }
    }),
  }
}
