import { buildingOf, builtFrom } from '@/core/building/building'
import { writeIfc } from '@/core/formats/ifc/write'
import { FIRST_LEVEL } from '@/core/model/level/schema'
import { Plan } from '@/core/model/plan'
import type { ProjectRecord } from '@/core/model/registry'
import { USUAL_DISPLAY } from '@/core/units/format'
import { sceneOf } from '@/studio/board/solid/solids'
import { printRow } from './table'

/** A block of cells, each with walls around it: so many walls, three openings for every four of them, a room in each cell. */
export function blockOf(wallCount: number): Map<string, ProjectRecord> {
  const records = new Map<string, ProjectRecord>([[FIRST_LEVEL.id, FIRST_LEVEL]])
  const side = Math.round(Math.sqrt(wallCount / 2))
  const cell = 5000
  let walls = 0
  const add = (record: ProjectRecord) => records.set(record.id, record)
  for (let i = 0; i <= side; i++)
    for (let j = 0; j <= side; j++)
      for (const [dx, dy] of [
        [1, 0],
        [0, 1],
      ] as const) {
        if (i + dx > side || j + dy > side || walls >= wallCount) continue
        const id = `wall-${walls}`
        add({
          id,
          kind: 'wall',
          start: { x: i * cell, y: j * cell },
          end: { x: (i + dx) * cell, y: (j + dy) * cell },
          thicknessMm: 200,
          tracedLine: 'centre',
        })
        if (walls % 4 < 3)
          add({
            id: `opening-${walls}`,
            kind: 'opening',
            wallId: id,
            use: walls % 2 ? 'door' : 'window',
            alongMm: 2500,
            widthMm: 1000,
            heightMm: 1500,
            sillMm: walls % 2 ? 0 : 900,
            way: 'hinged',
            hinge: 'start',
            opens: 'left',
          })
        walls++
      }
  for (let i = 0; i < side - 1; i++)
    for (let j = 0; j < side - 1; j++)
      add({
        id: `room-${i}-${j}`,
        kind: 'space',
        levelId: FIRST_LEVEL.id,
        at: { x: (i + 0.5) * cell, y: (j + 0.5) * cell },
        name: 'Room',
        number: String(i * side + j),
        use: '',
      })
  return records
}

const EDITS = 15
const NOTHING_PICKED: ReadonlySet<string> = new Set()

/** A project of 2,000 walls and 1,500 openings: opening it, changing one wall, handing it over. */
export async function benchBuilding(): Promise<void> {
  const records = blockOf(2000)
  const plan = new Plan()
  const start = performance.now()
  plan.update(records, USUAL_DISPLAY.mm)
  const building = builtFrom(plan, records)
  sceneOf(building, NOTHING_PICKED)
  const openedMs = performance.now() - start
  const rooms = building.levels[0]!.rooms.filter(({ boundary }) => boundary).length
  printRow({
    what: '2,000 walls, 1,500 openings: everything worked out at first',
    measured: openedMs / 1000,
    limit: 5,
    unit: 's',
    detail: `${rooms} rooms enclosed`,
  })
  let now: ReadonlyMap<string, ProjectRecord> = records
  const times: { joins: number; all: number }[] = []
  for (let turn = 0; turn < EDITS; turn++) {
    const wall = now.get(`wall-${700 + turn}`)
    if (wall?.kind !== 'wall') throw new Error('The block has no such wall.')
    now = new Map(now).set(wall.id, { ...wall, thicknessMm: 250 })
    const began = performance.now()
    plan.update(now, USUAL_DISPLAY.mm)
    const joins = performance.now() - began
    sceneOf(builtFrom(plan, now), NOTHING_PICKED)
    times.push({ joins, all: performance.now() - began })
  }
  const middle = (of: 'joins' | 'all') => times.map((each) => each[of]).sort((a, b) => a - b)[EDITS >> 1]!
  printRow({
    what: 'one wall changed: joined with its neighbours',
    measured: middle('joins'),
    limit: 50,
    unit: 'ms',
  })
  printRow({
    what: 'one wall changed: rooms, quantities and all solids anew',
    measured: middle('all'),
    limit: 50,
    unit: 'ms',
  })
  const handed = performance.now()
  const ifc = writeIfc(buildingOf(records), { projectId: 'bench', name: 'Block', madeAt: '2026-01-01T00:00:00' })
  printRow({
    what: 'handed over as IFC',
    measured: (performance.now() - handed) / 1000,
    limit: 3,
    unit: 's',
    detail: `${(ifc.length / 1e6).toFixed(1)} MB, ${Math.round(process.memoryUsage().rss / 1e6)} MB of memory`,
  })
}
