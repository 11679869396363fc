import { KG_PER_LB, type LengthDisplay } from '../units/format'
import { MM_PER } from '../units/length'
import type { ColumnUnit, Table } from './table'

const M_PER_FT = MM_PER.ft / MM_PER.m

/** What each unit becomes in a job of feet and inches, and how many of those one of it is. */
type Units = Partial<Record<ColumnUnit, readonly [unit: ColumnUnit, factor: number]>>

const IMPERIAL: Units = {
  mm: ['ft', 1 / MM_PER.ft],
  m2: ['ft2', 1 / M_PER_FT ** 2],
  m3: ['ft3', 1 / M_PER_FT ** 3],
  kg: ['lb', 1 / KG_PER_LB],
}

/** Lengths of jobs in centimetres or metres. */
const METRIC: Readonly<Record<'cm' | 'm', Units>> = {
  cm: { mm: ['cm', 1 / MM_PER.cm] },
  m: { mm: ['m', 1 / MM_PER.m] },
}

/** A table in the units of the job: figures stay figures that can be summed. */
export function inJobUnits(table: Table, display: Pick<LengthDisplay, 'unit'>): Table {
  const { unit: job } = display
  if (job === 'mm') return table
  const units = job === 'cm' || job === 'm' ? METRIC[job] : IMPERIAL
  const columns = table.columns.map((column) => ({ ...column, unit: units[column.unit]?.[0] ?? column.unit }))
  const factors = table.columns.map(({ key, unit }) => [key, units[unit]?.[1] ?? 1] as const)
  const rows = table.rows.map((row) => {
    const turned = factors.map(([key, factor]) => {
      const value = row.cells[key]
      return [key, typeof value === 'number' ? value * factor : value] as const
    })
    return { ...row, cells: { ...row.cells, ...Object.fromEntries(turned) } as typeof row.cells }
  })
  return { ...table, columns, rows }
}
