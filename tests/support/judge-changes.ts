import type { SheetChange } from '@/core/compare/change'
import type { Planted } from './revisions'

export interface JudgedChanges {
  readonly planted: number
  /** Told where they are. */
  readonly found: number
  /** And by what they are. */
  readonly named: number
  /** Told, and not made. */
  readonly wrong: readonly SheetChange[]
  readonly missed: readonly Planted[]
  readonly misnamed: readonly (readonly [Planted, SheetChange])[]
}

/** How far beside its place a change may be told, in points. */
const BESIDE_PT = 12
/** How far a shift may be off. */
const SHIFT_PT = 1

const covers = ({ box }: SheetChange, [x, y]: readonly [number, number]): boolean =>
  x >= box.minX - BESIDE_PT && x <= box.maxX + BESIDE_PT && y >= box.minY - BESIDE_PT && y <= box.maxY + BESIDE_PT

const isNamed = (planted: Planted, { kind, subject, by, before, after }: SheetChange): boolean =>
  kind === planted.kind &&
  subject === planted.subject &&
  (planted.before === null || (before === planted.before && after === planted.after)) &&
  (planted.by === null || (by !== null && Math.hypot(by.x - planted.by[0], by.y - planted.by[1]) <= SHIFT_PT))

/** Changes that were told against those that were made; each told one stands for one. */
export function judgeChanges(planted: readonly Planted[], told: readonly SheetChange[]): JudgedChanges {
  const left = new Set(told)
  const missed: Planted[] = []
  const misnamed: (readonly [Planted, SheetChange])[] = []
  let named = 0
  const take = (each: Planted, accepts: (change: SheetChange) => boolean): SheetChange | undefined => {
    const change = [...left].find((one) => each.at.some((p) => covers(one, p)) && accepts(one))
    if (change) left.delete(change)
    return change
  }
  const unnamed = planted.filter((each) => {
    if (!take(each, (change) => isNamed(each, change))) return true
    named++
    return false
  })
  for (const each of unnamed) {
    const change = take(each, () => true)
    if (change) misnamed.push([each, change])
    else missed.push(each)
  }
  return { planted: planted.length, found: named + misnamed.length, named, wrong: [...left], missed, misnamed }
}
