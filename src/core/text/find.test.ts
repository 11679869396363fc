import { describe, expect, it } from 'vitest'
import { answersTo, found } from './find'

const TOOLS = [
  { word: 'Walls the sheet shows', also: ['detect', 'recognise'] },
  { word: 'Wall', also: ['partition', 'masonry'] },
  { word: 'Member', also: ['beam', 'rafter'], about: 'Structure' },
  { word: 'Schnitt Küche', also: [] },
]
const words = (typed: string) => found(typed, TOOLS).map(({ word }) => word)

describe('finding', () => {
  it('takes any word of the trade', () => {
    expect(words('beam')).toEqual(['Member'])
    expect(words('partition')).toEqual(['Wall'])
  })
  it('puts names before other words, and what begins so before what only holds it', () => {
    expect(words('wall')[0]).toBe('Walls the sheet shows')
    expect(words('Wall').slice(0, 2)).toContain('Wall')
    expect(answersTo('member', TOOLS[2]!)).toBeGreaterThan(answersTo('structure', TOOLS[2]!))
  })
  it('takes beginnings of several words in any order, without accents', () => {
    expect(words('sheet wal')).toEqual(['Walls the sheet shows'])
    expect(words('kuche')).toEqual(['Schnitt Küche'])
  })
  it('finds nothing where one word is nowhere, and all where nothing is typed', () => {
    expect(words('wall giraffe')).toEqual([])
    expect(words('  ')).toHaveLength(TOOLS.length)
  })
})
