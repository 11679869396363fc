import ExcelJS from 'exceljs'
import { heading, rounded } from '@/core/formats/csv/write'
import { type ColumnUnit, type Table, totalsOf } from '@/core/tables/table'

const FORMATS: Readonly<Record<ColumnUnit, string>> = {
  text: '@',
  count: '0',
  figure: '0.0000',
  mm: '0.0',
  cm: '0.00',
  m: '0.000',
  m2: '0.000',
  m3: '0.0000',
  kg: '0.00',
  ft: '0.000',
  ft2: '0.00',
  ft3: '0.00',
  lb: '0.00',
}
const WIDEST = 40

/** Tables as a workbook (Office Open XML), one sheet each; figures stay figures. */
export async function writeXlsx(tables: readonly Table[]): Promise<Uint8Array> {
  const book = new ExcelJS.Workbook()
  for (const table of tables) {
    const sheet = book.addWorksheet(table.word, { views: [{ state: 'frozen', ySplit: 1 }] })
    sheet.columns = table.columns.map((column) => ({
      key: column.key,
      header: heading(column),
      width: Math.min(WIDEST, Math.max(12, heading(column).length + 2)),
      style: { numFmt: FORMATS[column.unit] },
    }))
    for (const { cells } of table.rows)
      sheet.addRow(
        table.columns.map((column) => {
          const value = cells[column.key]!
          if (value === '') return null
          return typeof value === 'number' ? rounded(value, column) : value
        }),
      )
    sheet.getRow(1).font = { bold: true }
    sheet.autoFilter = { from: { row: 1, column: 1 }, to: { row: 1, column: table.columns.length } }
    const totals = totalsOf(table)
    if (Object.keys(totals).length === 0) continue
    const last = sheet.addRow(
      table.columns.map((column, i) => {
        if (!(column.key in totals)) return i === 0 ? 'Total' : ''
        const result = rounded(totals[column.key]!, column)
        if (table.rows.length === 0) return result
        // What filters hide is not counted.
        const letter = sheet.getColumn(i + 1).letter
        return { formula: `SUBTOTAL(109,${letter}2:${letter}${table.rows.length + 1})`, result }
      }),
    )
    last.font = { bold: true }
  }
  return new Uint8Array(await book.xlsx.writeBuffer())
}
