import { afterEach, beforeEach, describe, expect, it } from 'vitest'
import { USUAL_SETTINGS } from '@/core/model/settings/schema'
import { openingOptions } from '@/studio/features/openings/options'
import { OPTION_GROUPS } from '@/studio/features/registry'
import { proposalOptions, wallOptions } from '@/studio/features/walls/options'
import { count, either, isRemembered, lengthMm, value, words } from '@/studio/kernel/options'
import { choose, optionsNow, useBench } from '@/studio/state/bench'
import { CLOSED, setProject } from '@/studio/state/project'
import { rememberOptions, useRemembered } from '@/studio/state/remembered-options'

const jobIn = (unit: 'mm' | 'ft') =>
  setProject({ ...CLOSED, records: new Map([['settings', { ...USUAL_SETTINGS, unit }]]) })

let stop: () => void = () => undefined

/** A window that is opened anew by the same browser. */
function visit(): void {
  stop()
  setProject(CLOSED)
  useBench.setState({ chosen: {} })
  stop = rememberOptions(OPTION_GROUPS)
}

beforeEach(() => {
  useRemembered.setState({ metric: {}, imperial: {}, always: {} })
  visit()
})
afterEach(() => {
  stop()
  setProject(CLOSED)
  useBench.setState({ chosen: {} })
})

describe('options of tools', () => {
  it('stand at the next visit as the person left them', () => {
    choose(wallOptions, { wallThicknessMm: 175, tracedLine: 'centre' })
    choose(openingOptions, { doorHinge: 'end' })
    visit()
    expect(optionsNow(wallOptions)).toMatchObject({ wallThicknessMm: 175, tracedLine: 'centre' })
    expect(optionsNow(openingOptions).doorHinge).toBe('end')
  })

  it('are those of the units of the job', () => {
    choose(wallOptions, { wallThicknessMm: 175 })
    visit()
    jobIn('ft')
    choose(wallOptions, { wallThicknessMm: 8 * 25.4 })
    visit()
    expect(optionsNow(wallOptions).wallThicknessMm).toBe(175)
    jobIn('ft')
    expect(optionsNow(wallOptions).wallThicknessMm).toBe(8 * 25.4)
  })

  it('that nobody chose are the usual ones of the unit', () => {
    jobIn('ft')
    expect(optionsNow(wallOptions).wallThicknessMm).toBe(12 * 25.4)
    jobIn('mm')
    expect(optionsNow(wallOptions).wallThicknessMm).toBe(300)
    expect(useRemembered.getState()).toEqual({ metric: {}, imperial: {}, always: {} })
  })

  it('are of their units where they are sizes, and the same in all jobs where they are not', () => {
    choose(wallOptions, { wallThicknessMm: 175, tracedLine: 'right' })
    visit()
    jobIn('ft')
    expect(optionsNow(wallOptions)).toMatchObject({ wallThicknessMm: 12 * 25.4, tracedLine: 'right' })
  })

  it('that belong to a project or to a kind in hand are forgotten', () => {
    choose(wallOptions, { wallTypeId: 'of another project' })
    choose(proposalOptions, { certainty: 0.3 })
    choose(openingOptions, { openingUse: 'window', openingHeightMm: 1200 })
    visit()
    expect(optionsNow(wallOptions).wallTypeId).toBeNull()
    expect(optionsNow(proposalOptions)).toEqual(proposalOptions.initial)
    expect(optionsNow(openingOptions)).toMatchObject({ openingUse: 'door', openingHeightMm: 2100 })
  })

  it('that a browser kept spoilt are the usual ones', () => {
    useRemembered.setState({
      metric: { wall: { wallThicknessMm: -4 }, gone: { x: 1 } },
      always: { wall: { tracedLine: 'beside' }, opening: { doorWay: 'toString' } },
    })
    visit()
    expect(optionsNow(wallOptions)).toMatchObject({ wallThicknessMm: 300, tracedLine: 'left' })
    expect(optionsNow(openingOptions).doorWay).toBe('hinged')
  })
})

it.each([
  ['a word', words('a', 'Word', { a: 'A', b: 'B' }), ['b'], ['c', 'toString', null, 1]],
  ['yes or no', either(true, 'Whether', 'Yes', 'No'), [false], ['true', null, 0]],
  ['a length', lengthMm(4, 'Length'), [0.5], [0, -1, Number.NaN, '4']],
  ['a length with a bound', lengthMm(4, 'Length', { leastMm: -2 }), [-2], [-2.1]],
  ['a length that another choice decides', lengthMm(4, 'Length', { forgets: true }), [], [5]],
  ['a count', count(3, 'Count', 1, 9), [9], [10, 2.5, 0]],
  ['a value of a panel', value('x'), [], ['x']],
] as const)('%s is brought back only where it can be one', (_, option, right, wrong) => {
  for (const each of right) expect(isRemembered(option, each)).toBe(true)
  for (const each of wrong) expect(isRemembered(option, each)).toBe(false)
})
