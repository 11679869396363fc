import { expect, it } from 'vitest'
import { writeCsv } from '../formats/csv/write'
import { inJobUnits } from './job-units'
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
  expect(lines[0]).toBe('\uFEFFName,Length (ft),Area (sq ft),Mass (lb)')
  expect(lines[1]).toBe('W1,10,100,100')
})

it('that of a job in metres or centimetres has its lengths in those', () => {
  expect(inJobUnits(table, { unit: 'mm' })).toBe(table)
  const lines = (unit: 'cm' | 'm') => writeCsv(inJobUnits(table, { unit })).split('\r\n')
  expect(lines('m').slice(0, 2)).toEqual(['\uFEFFName,Length (m),Area (m²),Mass (kg)', 'W1,3.048,9.29,45.36'])
  expect(lines('cm')[1]).toBe('W1,304.8,9.29,45.36')
})
