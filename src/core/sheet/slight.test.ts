import { describe, expect, it } from 'vitest'
import { handWritten } from '../../../tests/support/hand-written'
import { readSheet } from '../../../tests/support/read-sheet'
import { Flag } from './linework'

const flagged = async (content: string, flag: number = Flag.slight) => {
  const { linework } = await readSheet(await handWritten(content))
  return [...linework.segmentFlags, ...linework.curveFlags].map((flags) => (flags & flag) !== 0)
}
const none = (flags: readonly boolean[]) => expect(flags).not.toContain(true)
const all = (flags: readonly boolean[]) => expect(flags).not.toContain(false)

describe('what is no edge of anything', () => {
  it('is a dash by the pen, or one of several drawn one by one', async () => {
    all(await flagged('[4 2] 0 d 10 10 m 200 10 l S'))
    all(
      await flagged(
        Array.from({ length: 8 }, (_, i) => `${10 + 9 * i} 10 m ${16 + 9 * i} 12 l S`.replace('12 l', '10 l')).join(
          ' ',
        ),
      ),
    )
    all(
      await flagged(
        [0, 12, 18, 30, 36, 48].map((x, i) => `${10 + x} 50 m ${10 + x + (i % 2 ? 2 : 9)} 50 l S`).join(' '),
      ),
    )
  })

  it('is part of a filled letter or arrow head', async () => {
    all(await flagged('10 10 m 14 18 l 18 10 l 16 10 l 15 12 l 13 12 l 12 10 l f'))
    all(await flagged('100 100 m 106 101 l 106 99 l f'))
    all(await flagged('10 10 m 14 22 16 8 20 10 c 16 4 l f'))
  })
})

describe('what is an edge', () => {
  it('is a filled column, a post or anything large', async () => {
    none(await flagged('50 50 8 8 re f'))
    none(await flagged('10 10 m 16 13 l 13 19 l 7 16 l f'))
    none(await flagged('10 10 m 80 12 l 60 90 l f'))
  })

  it('is a wall of short pieces that meet, and pieces apart that lie on no line', async () => {
    none(await flagged('10 10 m 20 10 l 30 10 l 40 10 l 50 10 l S'))
    none(
      await flagged(
        Array.from({ length: 8 }, (_, i) => `${10 + 9 * i} ${10 + 2 * i} m ${16 + 9 * i} ${10 + 2 * i} l S`).join(' '),
      ),
    )
  })
})

it('a few lines of a hatch that fills more elsewhere are hatching as well', async () => {
  const lines = (x: number, count: number, pitch = 3) =>
    Array.from({ length: count }, (_, i) => `${x + i * pitch} 10 m ${x + 10 + i * pitch} 20 l S`).join(' ')
  const flags = await flagged(`${lines(10, 12)} ${lines(150, 3)} ${lines(220, 3, 4)}`, Flag.hatch)
  all(flags.slice(0, 15))
  none(flags.slice(15))
})
