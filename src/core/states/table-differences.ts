import { inJobUnits } from '../tables/job-units'
import { column, type Table, type TableColumn, type TableRow } from '../tables/table'
import type { LengthDisplay } from '../units/format'

/** Sums of floating figures differ in their last digits. */
const SAME = 1e-6

const WHAT = column('what', 'Change')
const SAYS = column('says', 'What is otherwise')

/** A table as it was and as it is, row by row: only rows in which something is otherwise. */
export const tableDifferences = (
  before: readonly Table[],
  after: readonly Table[],
  display: Pick<LengthDisplay, 'unit'>,
): Table[] =>
  after.flatMap((table) => {
    const was = before.find(({ name }) => name === table.name) ?? { ...table, rows: [] }
    const difference = differenceOf(inJobUnits(was, display), inJobUnits(table, display))
    return difference.rows.length > 0 ? [difference] : []
  })

/** What tells a row from others: its identifier, else all of its words and sizes. */
const keysOf = ({ columns }: Table): readonly TableColumn[] => {
  const id = columns.find(({ key }) => key === 'id')
  return id ? [id] : columns.filter(({ summed }) => !summed)
}

function differenceOf(before: Table, after: Table): Table {
  const keys = keysOf(after)
  const said = after.columns.filter(({ summed }) => !summed)
  const figures = after.columns.filter(({ summed }) => summed)
  const [was, is] = [byKey(before, keys, figures), byKey(after, keys, figures)]
  const rows = [...new Set([...is.keys(), ...was.keys()])].flatMap((key): TableRow[] => {
    const [from, to] = [was.get(key), is.get(key)]
    const says = from && to ? otherwise(said, from, to) : ''
    const cells = figures.map(({ key: name }) => {
      const [a, b] = [Number(from?.cells[name] ?? 0), Number(to?.cells[name] ?? 0)]
      return { name, a, b, by: Math.abs(b - a) <= SAME * Math.max(1, Math.abs(a), Math.abs(b)) ? 0 : b - a }
    })
    if (from && to && says === '' && cells.every(({ by }) => by === 0)) return []
    const row = to ?? from!
    return [
      {
        ids: row.ids,
        cells: {
          what: from ? (to ? 'changed' : 'gone') : 'new',
          ...Object.fromEntries(said.map(({ key: name }) => [name, row.cells[name] ?? ''])),
          ...Object.fromEntries(
            cells.flatMap(({ name, a, b, by }) => [
              [`${name}-before`, a],
              [`${name}-after`, b],
              [`${name}-by`, by],
            ]),
          ),
          says,
        },
      },
    ]
  })
  const columns = [
    WHAT,
    ...said,
    ...figures.flatMap((each) => [
      { ...each, key: `${each.key}-before`, label: `${each.label} before` },
      { ...each, key: `${each.key}-after`, label: `${each.label} after` },
      { ...each, key: `${each.key}-by`, label: `${each.label} difference` },
    ]),
    ...(keys.length === 1 && keys[0]!.key === 'id' ? [SAYS] : []),
  ]
  return { ...after, columns, rows }
}

/** Rows by what tells them apart; those that nothing tells apart are one, with their figures added. */
function byKey(table: Table, keys: readonly TableColumn[], figures: readonly TableColumn[]): Map<string, TableRow> {
  const rows = new Map<string, TableRow>()
  for (const row of table.rows) {
    const key = JSON.stringify(keys.map(({ key: name }) => keyCell(row.cells[name])))
    const same = rows.get(key)
    rows.set(key, same ? together(same, row, figures) : row)
  }
  return rows
}

const keyCell = (value: string | number | undefined): string | number | undefined =>
  typeof value === 'number' ? Number(value.toFixed(3)) : value

const together = (a: TableRow, b: TableRow, figures: readonly TableColumn[]): TableRow => ({
  ids: [...a.ids, ...b.ids],
  cells: {
    ...a.cells,
    ...Object.fromEntries(figures.map(({ key }) => [key, Number(a.cells[key]) + Number(b.cells[key])])),
  },
})

/** Which words and sizes of a row are otherwise: `Width 885 → 1010`. */
const otherwise = (columns: readonly TableColumn[], from: TableRow, to: TableRow): string =>
  columns
    .filter(({ key }) => keyCell(from.cells[key]) !== keyCell(to.cells[key]))
    .map(({ key, label }) => `${label} ${shown(from.cells[key])} → ${shown(to.cells[key])}`)
    .join(', ')

const shown = (value: string | number | undefined): string =>
  value === undefined || value === '' ? 'none' : String(keyCell(value))
