import { expect, it } from 'vitest'
import { house } from '../../../tests/support/house'
import { buildingOf } from '../building/building'
import { grouped } from './group'
import { tablesOf } from './registry'
import { totalsOf } from './table'

it('a grouped table says the same in fewer rows', () => {
  for (const table of tablesOf(buildingOf(house())))
    for (const { key } of table.columns.filter(({ summed }) => !summed)) {
      const few = grouped(table, key)
      const values = few.rows.map(({ cells }) => cells[key])
      expect(new Set(values).size).toBe(values.length)
      expect(few.rows.flatMap(({ ids }) => ids).sort()).toEqual(table.rows.flatMap(({ ids }) => ids).sort())
      for (const [name, total] of Object.entries(totalsOf(table))) expect(totalsOf(few)[name]).toBeCloseTo(total, 9)
    }
})
