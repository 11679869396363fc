import { writeFile } from 'node:fs/promises'
import { join } from 'node:path'
import { expect, it } from 'vitest'
import { HAND_OVER_FORMATS } from '@/core/formats/hand-over'
import { house } from '../../../tests/support/house'
import { inScratch, program } from '../../../tests/support/producers'
import { handOver } from './write'

const project = { id: 'p', name: 'House', records: [...house().values()] }
const format = (name: string) => HAND_OVER_FORMATS.find((each) => each.name === name)!

/** A workbook as openpyxl reads it: rows of each sheet, with formulas as they stand and with what they come to. */
const READ = `
import json, sys
from openpyxl import load_workbook
def rows(values): return {s.title: [[c.value for c in r] for r in s.iter_rows()] for s in load_workbook(sys.argv[1], data_only=values)}
print(json.dumps({'formulas': rows(False), 'values': rows(True)}))
`

type Rows = Record<string, (string | number | null)[][]>

const read = (bytes: Uint8Array): Promise<{ formulas: Rows; values: Rows }> =>
  inScratch(async (folder) => {
    await writeFile(join(folder, 'tables.xlsx'), bytes)
    await writeFile(join(folder, 'read.py'), READ)
    return JSON.parse(await program('/usr/bin/python3', join(folder, 'read.py'), join(folder, 'tables.xlsx')))
  })

it('tables sum by formulas that come to what is written beside them', async () => {
  const { formulas, values } = await read(await handOver(project, format('xlsx')))
  for (const [sheet, rows] of Object.entries(formulas)) {
    const last = rows.at(-1)!
    last.forEach((formula, i) => {
      if (typeof formula !== 'string' || !formula.startsWith('=')) return
      expect(formula).toMatch(/^=SUBTOTAL\(109,[A-Z]+2:[A-Z]+\d+\)$/)
      const own = values[sheet]!.slice(1, -1).map((row) => row[i])
      for (const value of own) expect(typeof value).toBe('number')
      const sum = (own as number[]).reduce((total, value) => total + value, 0)
      expect(values[sheet]!.at(-1)![i]).toBeCloseTo(sum, 2)
    })
  }
  const [head, door] = values['Doors, each']!
  const cell = (name: string) => door![head!.indexOf(name)]
  expect(cell('Mark')).toBe('D01')
  expect(cell('Level')).toBe('Ground')
  expect(cell('Rooms')).toBe('01 Hall, 02 Store')
  expect(cell('Outside')).toBe('no')
  expect(cell('Identifier')).toBe('door')
})

it('COBie has its sheets, each row naming what stands in another', async () => {
  const { values } = await read(await handOver(project, format('cobie')))
  const column = (sheet: string, name: string) => {
    const [head, ...rows] = values[sheet]!
    return rows.map((row) => row[head!.indexOf(name)])
  }
  expect(Object.keys(values)).toEqual(
    expect.arrayContaining(['Contact', 'Facility', 'Floor', 'Space', 'Zone', 'Type', 'Component', 'Attribute']),
  )
  for (const floor of column('Space', 'FloorName')) expect(column('Floor', 'Name')).toContain(floor)
  for (const type of column('Component', 'TypeName')) expect(column('Type', 'Name')).toContain(type)
  for (const spaces of column('Component', 'Space'))
    for (const space of String(spaces).split(',')) expect(column('Space', 'Name')).toContain(space)
  const names = column('Component', 'Name')
  expect(new Set(names).size).toBe(names.length)
  for (const sheet of Object.keys(values)) expect(values[sheet]!.flat()).not.toContain('Total')
})
