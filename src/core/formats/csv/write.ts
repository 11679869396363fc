import { type ColumnUnit, type Table, type TableColumn, totalsOf } from '../../tables/table'

/** Decimals in which a table is handed over: a tenth of a millimetre or a thousandth of a foot, a thousandth of a square metre. */
const DECIMALS: Readonly<Record<ColumnUnit, number>> = {
  text: 0,
  count: 0,
  figure: 4,
  mm: 1,
  cm: 2,
  m: 4,
  m2: 3,
  m3: 4,
  kg: 2,
  ft: 3,
  ft2: 2,
  ft3: 2,
  lb: 2,
}

/** How the units of columns are written; empty for what has none. */
export const SIGNS: Readonly<Record<ColumnUnit, string>> = {
  text: '',
  count: '',
  figure: '',
  mm: 'mm',
  cm: 'cm',
  m: 'm',
  m2: 'm²',
  m3: 'm³',
  kg: 'kg',
  ft: 'ft',
  ft2: 'sq ft',
  ft3: 'cu ft',
  lb: 'lb',
}

/** The heading of a column with its unit. */
export const heading = ({ label, unit, bare }: TableColumn): string =>
  bare || SIGNS[unit] === '' ? label : `${label} (${SIGNS[unit]})`

/** A figure as it is handed over. */
export const rounded = (value: number, { unit }: TableColumn): number => Number(value.toFixed(DECIMALS[unit]))

/** Spreadsheets take a file for UTF-8 where it begins with this, and else for the code page of their machine. */
export const BYTE_ORDER_MARK = '\uFEFF'

/** One table with its sums, as CSV (RFC 4180) in UTF-8 with its mark. */
export function writeCsv(table: Table): string {
  const { columns, rows } = table
  const totals = totalsOf(table)
  const lines = [
    columns.map(heading),
    ...rows.map(({ cells }) =>
      columns.map((column) => {
        const value = cells[column.key]!
        return typeof value === 'number' ? String(rounded(value, column)) : value
      }),
    ),
    columns.map((column, i) =>
      column.key in totals ? String(rounded(totals[column.key]!, column)) : i === 0 ? 'Total' : '',
    ),
  ]
  return `${BYTE_ORDER_MARK}${lines.map((line) => line.map(field).join(',')).join('\r\n')}\r\n`
}

/** Quoted where it must be; what a spreadsheet would take for a formula is made text. */
function field(text: string): string {
  const safe = /^[=+\-@\t\r]/.test(text) && !/^-?\d+(\.\d+)?$/.test(text) ? `'${text}` : text
  return /[",\r\n]/.test(safe) ? `"${safe.replaceAll('"', '""')}"` : safe
}
