import { describe, expect, it } from 'vitest'
import { saysOnlyAs } from './said-by'
import type { Remark } from './schema'

const remark = (author: string, change: Partial<Remark> = {}): Remark => ({
  id: 'r',
  kind: 'remark',
  number: 1,
  text: 'Door too low',
  at: { x: 0, y: 0 },
  levelId: 'ground',
  about: [],
  status: 'open',
  author,
  madeAt: '2026-05-01T09:30:00Z',
  assignedTo: '',
  answers: [],
  ...change,
})
const answer = (author: string, text = 'Yes') => ({ id: text, author, madeAt: '2026-05-02T09:30:00Z', text })
const says = (before: Remark | null, after: Remark | null, name = 'Ada') =>
  saysOnlyAs({ edits: [{ id: 'r', before, after }] }, name)

describe('what is said in remarks', () => {
  it('is said under one’s own name', () => {
    expect(says(null, remark('Ada'))).toBe(true)
    expect(says(null, remark('Bea'))).toBe(false)
    expect(says(remark('Bea'), remark('Bea', { answers: [answer('Ada')] }))).toBe(true)
    expect(says(remark('Bea'), remark('Bea', { answers: [answer('Bea')] }))).toBe(false)
  })

  it('leaves what others said as they said it', () => {
    expect(says(remark('Bea'), remark('Bea', { text: 'Door fine' }))).toBe(false)
    expect(says(remark('Bea'), remark('Ada'))).toBe(false)
    const answered = remark('Bea', { answers: [answer('Bea')] })
    expect(says(answered, remark('Bea'))).toBe(false)
    expect(says(answered, remark('Bea', { answers: [{ ...answer('Bea'), text: 'No' }] }))).toBe(false)
  })

  it('lets everybody settle, assign and take away', () => {
    expect(says(remark('Bea'), remark('Bea', { status: 'settled', assignedTo: 'Ada' }))).toBe(true)
    expect(says(remark('Bea'), null)).toBe(true)
  })

  it('mark-up is drawn and rubbed out by whoever drew it', () => {
    const markUp = (author: string) => ({
      id: 'm',
      kind: 'mark-up' as const,
      levelId: 'ground',
      points: [
        { x: 0, y: 0 },
        { x: 9, y: 0 },
      ],
      author,
    })
    const draws = (before: ReturnType<typeof markUp> | null, after: ReturnType<typeof markUp> | null) =>
      saysOnlyAs({ edits: [{ id: 'm', before, after }] }, 'Ada')
    expect([draws(null, markUp('Ada')), draws(markUp('Ada'), null)]).toEqual([true, true])
    expect([draws(null, markUp('Bea')), draws(markUp('Bea'), null), draws(markUp('Bea'), markUp('Ada'))]).toEqual([
      false,
      false,
      false,
    ])
  })

  it('lets one mend one’s own words', () => {
    expect(says(remark('Ada'), remark('Ada', { text: 'Door much too low' }))).toBe(true)
  })
})
