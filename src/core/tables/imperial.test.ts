import { expect, it } from 'vitest'
import { writeCsv } from '../formats/csv/write'
import { inJobUnits } from './imperial'
import { column, type Table } from './table'

const table: Table = {
  name: 'walls',
  word: 'Walls',
  columns: [
    column('name', 'Name'),
    column('length', 'Length', 'mm', true),
    column('area', 'Area', 'm2', true),
    column('mass', 'Mass', 'kg', true),
  ],
  rows: [{ ids: ['a'], cells: { name: 'W1', length: 3048, area: 9.290304, mass: 45.359237 } }],
}

it('a table of a job in feet and inches is handed over in feet, square feet and pounds', () => {
  const lines = writeCsv(inJobUnits(table, { unit: 'ft' })).split('\r\n')
  expect(lines[0]).toBe('Name,Length (ft),Area (sq ft),Mass (lb)')
  expect(lines[1]).toBe('W1,10,100,100')
})

it('that of a metric job stays as it is', () => {
  expect(inJobUnits(table, { unit: 'cm' })).toBe(table)
})
