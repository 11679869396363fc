import { beforeAll, describe, expect, it } from 'vitest'
import { planByTypes } from '../../../tests/support/plan-corpus/by-types'
import { printPage } from '../../../tests/support/print-page'
import { readSheet } from '../../../tests/support/read-sheet'
import { distance, middle, type Point } from '../geometry/vector'
import { FIRST_LEVEL } from '../model/level/schema'
import type { Opening } from '../model/opening/schema'
import type { ProjectRecord } from '../model/registry'
import { newUnderlay } from '../model/underlay/new'
import type { Wall } from '../model/wall/schema'
import { type IndexedSheet, indexSheet } from '../sheet/binary'
import { truenessOf } from './trueness'

/** A plan as somebody drew it, and the model as it was meant: walls and openings of the generator, traced to the millimetre. */
const plan = planByTypes(0)
let sheetLines: IndexedSheet

beforeAll(async () => {
  sheetLines = indexSheet((await readSheet(await printPage(plan, 'pdf-lib'))).linework)
})

const { mmPerPt } = plan
const sheet = newUnderlay({
  id: 'sheet',
  name: 'Ground floor',
  sheetId: 'page',
  placement: { kind: 'similarity', strain: undefined, mmPerPt, turnRad: 0, originMm: { x: 0, y: 0 } },
  order: 0,
})

const onBoard = ([x, y]: readonly [number, number] | readonly number[]): Point => {
  const [px, py] = plan.toPage([x!, y!]) as readonly [number, number]
  return { x: px * mmPerPt, y: py * mmPerPt }
}

/** The model as it should be traced. */
function traced(): Map<string, ProjectRecord> {
  const records = new Map<string, ProjectRecord>([
    [FIRST_LEVEL.id, FIRST_LEVEL],
    [sheet.id, sheet],
  ])
  plan.walls.forEach((each, i) => {
    const wall: Wall = {
      id: `wall-${i}`,
      kind: 'wall',
      start: onBoard(each.start),
      end: onBoard(each.end),
      thicknessMm: each.thicknessMm,
      tracedLine: 'centre',
    }
    records.set(wall.id, wall)
  })
  plan.openings.forEach((each, i) => {
    const at = onBoard(each.at)
    const walls = [...records.values()].filter((record): record is Wall => record.kind === 'wall')
    const host = walls
      .map((wall) => {
        const size = distance(wall.start, wall.end)
        const along =
          ((at.x - wall.start.x) * (wall.end.x - wall.start.x) + (at.y - wall.start.y) * (wall.end.y - wall.start.y)) /
          size
        const foot = {
          x: wall.start.x + ((wall.end.x - wall.start.x) * along) / size,
          y: wall.start.y + ((wall.end.y - wall.start.y) * along) / size,
        }
        return { wall, along, off: along < 0 || along > size ? Infinity : distance(foot, at) }
      })
      .sort((a, b) => a.off - b.off)[0]!
    const opening: Opening = {
      id: `opening-${i}`,
      kind: 'opening',
      wallId: host.wall.id,
      use: each.use,
      alongMm: host.along,
      widthMm: each.widthMm,
      heightMm: 2000,
      sillMm: 0,
      way: 'hinged',
      hinge: 'start',
      opens: 'left',
    }
    records.set(opening.id, opening)
  })
  return records
}

const truth = (records: ReadonlyMap<string, ProjectRecord>) =>
  truenessOf(records, [{ underlay: sheet, ...sheetLines }]).levels[0]!

/** The longest of the thinnest walls. */
const innerWall = (records: ReadonlyMap<string, ProjectRecord>): Wall => {
  const walls = [...records.values()].filter((record): record is Wall => record.kind === 'wall')
  return walls.sort((a, b) => a.thicknessMm - b.thicknessMm || distance(b.start, b.end) - distance(a.start, a.end))[0]!
}

/** Takes a wall out, with what is in it. */
function withoutWall(records: Map<string, ProjectRecord>, wall: Wall): void {
  records.delete(wall.id)
  for (const each of [...records.values()])
    if (each.kind === 'opening' && each.wallId === wall.id) records.delete(each.id)
}

describe('how true a model is to its sheet', () => {
  it('says that one traced as it is drawn lies on its lines and leaves nothing out', () => {
    const { edges, untraced, sheets } = truth(traced())
    expect(sheets).toEqual(['Ground floor'])
    const found = edges.filter((edge) => edge.found)
    expect(found.length).toBeGreaterThan(0.9 * edges.length)
    expect(found.filter((edge) => edge.found!.offMm <= 5).length).toBeGreaterThan(0.95 * found.length)
    expect(untraced).toEqual([])
  })

  it('finds a wall and an opening that nobody traced, where they are', () => {
    const records = traced()
    const wall = innerWall(records)
    withoutWall(records, wall)
    const [opening] = [...records.values()].filter((record): record is Opening => record.kind === 'opening')
    records.delete(opening!.id)
    const { untraced } = truth(records)
    const missing = untraced.find(({ kind }) => kind === 'wall')!
    expect(distance(middle(missing.start, missing.end), middle(wall.start, wall.end))).toBeLessThan(300)
    expect(untraced.some(({ kind }) => kind === opening!.use)).toBe(true)
  })

  it('tells how far a wall lies off that was traced beside its lines', () => {
    const records = traced()
    const wall = innerWall(records)
    const size = distance(wall.start, wall.end)
    const aside = { x: (-30 * (wall.end.y - wall.start.y)) / size, y: (30 * (wall.end.x - wall.start.x)) / size }
    const moved = (p: Point): Point => ({ x: p.x + aside.x, y: p.y + aside.y })
    records.set(wall.id, { ...wall, start: moved(wall.start), end: moved(wall.end) })
    const { edges, counts } = truth(records)
    const off = edges.filter(({ elementId, found }) => elementId === wall.id && found)
    expect(off.map(({ found }) => Math.round(found!.offMm / 5) * 5)).toEqual([30, 30])
    expect(counts[5]! + counts[4]!).toBeGreaterThanOrEqual(2)
  })

  it('leaves out what lies beyond the crop of its sheet', () => {
    const records = traced()
    const wall = innerWall(records)
    withoutWall(records, wall)
    const far = { x: -1e6, y: -1e6 }
    const crop = [far, { ...far, x: far.x + 1 }, { ...far, y: far.y + 1 }]
    const [level] = truenessOf(records, [{ underlay: { ...sheet, crop }, ...sheetLines }]).levels
    expect(level!.untraced).toEqual([])
    expect(level!.edges.every(({ found }) => found === null)).toBe(true)
  })
})
