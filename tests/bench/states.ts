import type { ProjectRecord } from '@/core/model/registry'
import { compareStates } from '@/core/states/compare-states'
import { blockOf } from './building'
import { printRow } from './table'

/** Walls of a block that comes to 5,000 elements with its openings and rooms. */
const WALLS = 2300
const CHANGED = 100

/** Two states of a project of 5,000 elements, as they come from the server: nothing of one is known for the other. */
export function benchStates(): void {
  const before = blockOf(WALLS)
  const after = new Map(
    [...blockOf(WALLS)].map(([id, record], i): [string, ProjectRecord] => [
      id,
      record.kind === 'wall' && i % Math.ceil(WALLS / CHANGED) === 0 ? { ...record, thicknessMm: 240 } : record,
    ]),
  )
  const start = performance.now()
  const { elements, tables } = compareStates(before, after)
  printRow({
    what: `two states of ${before.size} elements compared: elements, rooms and all tables`,
    measured: (performance.now() - start) / 1000,
    limit: 1,
    unit: 's',
    detail: `${elements.length} elements otherwise, ${tables.length} tables`,
  })
}
