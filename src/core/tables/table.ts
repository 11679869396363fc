import type { Building } from '../building/building'

/** What figures of a column are. Text columns say who or what; figures can be summed. */
export type ColumnUnit =
  | 'text'
  | 'count'
  | 'figure'
  | 'mm'
  | 'cm'
  | 'm'
  | 'm2'
  | 'm3'
  | 'kg'
  | 'ft'
  | 'ft2'
  | 'ft3'
  | 'lb'

export interface TableColumn {
  readonly key: string
  readonly label: string
  readonly unit: ColumnUnit
  /** Whether its sum means something: widths have none. */
  readonly summed: boolean
  /** Whether its unit is left out of its heading: a standard has fixed that. */
  readonly bare?: boolean
}

export interface TableRow {
  /** What it tells of; lit up on the board. */
  readonly ids: readonly string[]
  readonly cells: Readonly<Record<string, string | number>>
}

/** A schedule of the building. */
export interface Table {
  readonly name: string
  readonly word: string
  readonly columns: readonly TableColumn[]
  readonly rows: readonly TableRow[]
}

/** Makes one table; a new one is a file beside this and a line in the registry. */
export interface TableKind {
  readonly name: string
  readonly word: string
  readonly columns: readonly TableColumn[]
  rows(building: Building): TableRow[]
}

export const column = (key: string, label: string, unit: ColumnUnit = 'text', summed = false): TableColumn => ({
  key,
  label,
  unit,
  summed,
})

/** The sums of a table's columns that have one. */
export function totalsOf({ columns, rows }: Table): Record<string, number> {
  return Object.fromEntries(
    columns
      .filter(({ summed }) => summed)
      .map(({ key }) => [key, rows.reduce((sum, { cells }) => sum + Number(cells[key]), 0)]),
  )
}
