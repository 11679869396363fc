import { expect, it } from 'vitest'
import type { ProjectRecord } from '../model/registry'
import { fileNameOf } from './file-name'
import { HAND_OVER_FORMATS } from './hand-over'

const format = (name: string) => HAND_OVER_FORMATS.find((each) => each.name === name)!
const settings = (fileNames?: string): ProjectRecord => ({
  id: 'settings',
  kind: 'settings',
  unit: 'mm',
  precision: 0,
  title: { number: 'A-101', revision: 'C' },
  ...(fileNames && { fileNames }),
})
const levels: ProjectRecord[] = [
  { id: 'up', kind: 'level', name: 'Upper', elevationMm: 3000 },
  { id: 'part', kind: 'part', name: 'Lid / left', material: 'POM', steps: [] } as never,
]
const name = (pattern: string | undefined, of: string, on = {}) =>
  fileNameOf({ name: 'House: “Süd”', records: [settings(pattern), ...levels] }, format(of), on, '2026-12-01')

it('files are told apart by level, part and table where nothing is set', () => {
  expect(name(undefined, 'ifc')).toBe('House “Süd”.ifc')
  expect(name(undefined, 'pdf', { level: 'up' })).toBe('House “Süd” Upper.pdf')
  expect(name(undefined, 'stl', { part: 'part' })).toBe('House “Süd” Lid left.stl')
  expect(name(undefined, 'step')).toBe('House “Süd” Lid left.step')
  expect(name(undefined, 'csv-doors')).toBe('House “Süd” doors.csv')
  expect(name(undefined, 'dxf-r12')).toBe('House “Süd” dxf-r12.dxf')
})

it('they follow the pattern of the project; what is not known falls away with its dash', () => {
  expect(name('{number}-{revision}_{level}_{date}', 'pdf', { level: 'up' })).toBe('A-101-C_Upper_2026-12-01.pdf')
  expect(name('{number}_{level}_{revision}', 'pdf', { set: true })).toBe('A-101_C.pdf')
  expect(name('../../{project}', 'pdf')).toBe('House “Süd”.pdf')
  expect(name('{level}', 'ifc')).toBe('project.ifc')
})
