import { alikeBy } from '../building/alike'
import type { Table, TableRow } from './table'

/** A table with one row for all that say the same in one of its columns: what can be summed is summed, the rest is left out. */
export function grouped(table: Table, by: string): Table {
  const columns = table.columns.filter(({ key, summed }) => key === by || summed)
  const groups = alikeBy(table.rows, ({ cells }) => String(cells[by] ?? ''))
  const rows = [...groups.values()].map((members): TableRow => {
    const sums = columns
      .filter(({ summed }) => summed)
      .map(({ key }) => [key, members.reduce((sum, { cells }) => sum + Number(cells[key]), 0)] as const)
    return {
      ids: members.flatMap(({ ids }) => ids),
      cells: { [by]: members[0].cells[by] ?? '', ...Object.fromEntries(sums) },
    }
  })
  return { ...table, columns, rows }
}
