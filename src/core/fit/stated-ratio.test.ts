import { describe, expect, it } from 'vitest'
import type { TextRun } from '../sheet/linework'
import { parseRatio } from '../units/ratio'
import { ratioIn } from '../units/ratio-in-text'
import { statedRatio } from './stated-ratio'

const run = (text: string, x = 0, y = 0): TextRun => ({
  text,
  x,
  y,
  lengthPt: 40,
  heightPt: 8,
  turnRad: 0,
  layer: -1,
  flags: 0,
})

describe('a ratio in words', () => {
  it.each([
    ['Scale 1:100 on A2', 100],
    ['M 1 : 50', 50],
    ['1:12,5', 12.5],
    ['1/4" = 1\'-0"', 48],
    ['3/16" = 1\'', 64],
    ['1 1/2" = 1\'-0"', 8],
    ['1" = 20\'', 240],
    ['3" = 1\'-0"', 4],
  ])('%s', (text, ratio) => {
    expect(ratioIn(text)?.ratio).toBeCloseTo(ratio, 9)
    expect(parseRatio(text.replace(/Scale | on A2|M /g, ''))).toBeCloseTo(ratio, 9)
  })

  it.each(['5210', '12:30:45', 'room 101', '', '2024-11-24'])('“%s” names none', (text) => {
    expect(ratioIn(text)).toBeNull()
  })
})

describe('the ratio of a sheet', () => {
  it('is the one beside the word for it, whatever else is written', () => {
    const text = [run('mortar 1:3', 500, 500), run('1:3', 520, 480), run('Scale', 10, 10), run('1:50', 60, 10)]
    expect(statedRatio(text)?.ratio).toBe(50)
  })

  it('is else the one named most often among usual ones', () => {
    expect(statedRatio([run('1:20'), run('Detail 1:5', 9, 300), run('1:20', 400, 9), run('fall 1:80')])?.ratio).toBe(20)
  })

  it('is none where only slopes and mixes stand', () => {
    expect(statedRatio([run('fall 1:80'), run('mortar 1:3')])).toBeNull()
  })
})

it.each(['', 'soon', '1:0', '-5', '0'])('“%s” can not be typed as a ratio', (text) => {
  expect(() => parseRatio(text)).toThrow(/is no ratio/)
})
it.each([
  ['50', 50],
  ['2:1', 0.5],
  ['1/200', 200],
])('%s can', (text, ratio) => {
  expect(parseRatio(text)).toBe(ratio)
})
