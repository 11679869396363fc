import { describe, expect, it } from 'vitest'
import model1 from '../../../../tests/fixtures/model-1.json'
import { type ProjectRecord, RECORD_KINDS, validateRecord } from '../registry'
import { type Migration, NewerModelError, upgradedBy } from './migration'
import { MODEL_VERSION, upgraded } from './registry'

/** A reading that was kept in metres once, and without a note before that. */
const STEPS: readonly Migration[] = [
  { kind: 'reading', about: 'Readings have a note.', up: (record) => ({ ...record, note: record.note ?? '' }) },
  { kind: 'level', about: 'Levels have a name.', up: (record) => ({ name: 'Level', ...record }) },
  {
    kind: 'reading',
    about: 'Readings are in millimetres.',
    up: ({ statedM, ...rest }) => ({ ...rest, statedMm: Number(statedM) * 1000 }),
  },
]

describe('records of before', () => {
  const first = { id: 'r', kind: 'reading', statedM: 5.21 }
  it('come to their present form step by step, from whichever version', () => {
    const now = { id: 'r', kind: 'reading', note: '', statedMm: 5210 }
    expect(upgradedBy(STEPS, first, 1)).toEqual(now)
    expect(upgradedBy(STEPS, { ...first, note: 'door' }, 2)).toEqual({ ...now, note: 'door' })
    expect(upgradedBy(STEPS, now, 4)).toBe(now)
    expect(first).toEqual({ id: 'r', kind: 'reading', statedM: 5.21 })
  })
  it('of other kinds stay as they are', () => {
    const wall = { id: 'w', kind: 'wall' }
    expect(upgradedBy(STEPS, wall, 1)).toBe(wall)
    expect(upgradedBy(STEPS, null, 1)).toBeNull()
  })
  it('of a newer program are not guessed at', () => {
    expect(() => upgradedBy(STEPS, first, 5)).toThrow(NewerModelError)
  })
})

/** What each released version wrote, by its number: kept for ever, with one record of each kind that it had. */
const RELEASED: readonly (readonly ProjectRecord[])[] = [model1 as unknown as ProjectRecord[]]

describe('every released version', () => {
  it('has its fixture', () => {
    expect(RELEASED).toHaveLength(MODEL_VERSION)
    expect(new Set(RELEASED.at(-1)!.map(({ kind }) => kind))).toEqual(new Set(RECORD_KINDS))
  })

  it.each(RELEASED.flatMap((records, i) => records.map((record) => [i + 1, record.kind, record] as const)))(
    '%i: what it wrote as %s is read',
    (version, kind, record) => {
      const now = upgraded(record, version)
      expect(validateRecord(now)).toMatchObject({ kind, id: record.id })
    },
  )
})
