import { expect, it } from 'vitest'
import type { ProjectRecord } from '@/core/model/registry'
import { ON_ALL_LEVELS, tracedByPlace } from '@/core/model/traced'
import { idsOf, nameOf, placesOf } from '@/studio/features/project-index/places'
import { MENUS } from '@/studio/features/registry'
import { nowAt } from '../support/now'
import { plainWall } from '../support/plain-wall'
import { sheetOnBoard } from '../support/sheet-on-board'

const wordsFor = (record: ProjectRecord, at = nowAt()) =>
  MENUS.flatMap((menu) => menu(record, at)).map(({ word }) => word)

it('what is drawn is changed while tracing, and removed at any time', () => {
  expect(wordsFor(plainWall('w'))).toEqual(
    expect.arrayContaining(['Move', 'Copy', 'Select all of this kind', 'Remove']),
  )
  const fitting = wordsFor(plainWall('w'), nowAt({ step: 'fit' }))
  expect(fitting).not.toContain('Move')
  expect(fitting).toContain('Remove')
})

it('a sheet is fitted, hidden, locked; each word says what happens next', () => {
  expect(wordsFor(sheetOnBoard())).toEqual(expect.arrayContaining(['Fit', 'Hide', 'Lock', 'Duplicate']))
  expect(wordsFor(sheetOnBoard({ locked: true, visible: false }))).toEqual(expect.arrayContaining(['Show', 'Unlock']))
})

it('no menu says one word twice', () => {
  for (const record of [plainWall('w'), sheetOnBoard()] as const) {
    const words = wordsFor(record)
    expect(new Set(words).size).toBe(words.length)
  }
})

it('the index has levels from the top down, and tells what was traced on each', () => {
  const level = (id: string, name: string, elevationMm: number) => ({ id, kind: 'level', name, elevationMm }) as const
  const records = new Map<string, ProjectRecord>(
    [level('a', 'Ground', 0), level('b', 'Upper', 3000), { ...plainWall('w'), levelId: 'b' }].map((record) => [
      record.id,
      record,
    ]),
  )
  expect(placesOf(records).map(nameOf)).toEqual(['Upper', 'Ground'])
  expect(placesOf(records).map(idsOf)).toEqual([['b'], ['a']])
  const traced = tracedByPlace(records)
  expect([...traced.keys()]).toEqual(['b'])
  expect([...traced.get('b')!.counts]).toEqual([['wall', 1]])
  expect(traced.has(ON_ALL_LEVELS)).toBe(false)
})
