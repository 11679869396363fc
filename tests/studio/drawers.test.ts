import { describe, expect, it } from 'vitest'
import { PROJECT_ACTIONS } from '@/core/people/rights'
import { found } from '@/core/text/find'
import { TOOLS } from '@/studio/features/registry'
import { DRAWER_NAMES, drawerOf } from '@/studio/kernel/drawer'
import { STEPS } from '@/studio/kernel/step'
import { drawersOf, frontTools, onFront } from '@/studio/shell/bench/drawers'
import { keyIn } from '@/studio/shell/keys'

const offered = TOOLS.filter(({ steps }) => steps.length > 0)

/** Path data of SVG: commands with their figures, within the square of 24 with some room for strokes. */
const PATH = /^M[\d\s.,a-zA-Z-]+$/

describe('pictures', () => {
  it.each(offered.map((tool) => [tool.name, tool] as const))('%s has one of its own', (_, { picture }) => {
    expect(picture).toBeDefined()
    for (const path of Object.values(picture!)) expect(path).toMatch(PATH)
  })

  it('no two are alike, but of what does the same to other things', () => {
    const drawn = offered.map(({ picture }) => JSON.stringify(picture))
    const twice = offered.filter((_, i) => drawn.indexOf(drawn[i]!) !== i).map(({ name }) => name)
    expect(twice).toEqual(['lay-onto'])
  })
})

const ALL = new Set(PROJECT_ACTIONS)

describe('drawers', () => {
  const places = STEPS.flatMap((step) => [
    { step, ofPart: false, may: ALL },
    { step, ofPart: true, may: ALL },
  ])

  it.each(places)('in $step (of a part: $ofPart) hold every tool once, which two clicks or a key take', (place) => {
    const inDrawers = drawersOf(place).flatMap(({ tools }) => tools)
    const all = [...frontTools(place), ...inDrawers].map(({ name }) => name)
    expect(new Set(all).size).toBe(all.length)
    const here = offered.filter(
      (tool) =>
        tool.steps.includes(place.step) &&
        (place.ofPart ? !tool.onPlan && !(tool.drawer && drawerOf(tool.drawer).ofBuilding) : !tool.onPart),
    )
    expect(all.sort()).toEqual(here.map(({ name }) => name).sort())
  })

  it('keep the tool that was used last on their front, and that in hand before it', () => {
    const { tools } = drawersOf({ step: 'trace', ofPart: false, may: ALL }).find(({ name }) => name === 'structure')!
    const [first, second, third] = tools
    expect(onFront(tools, TOOLS[0]!, undefined)).toBe(first)
    expect(onFront(tools, TOOLS[0]!, second!.name)).toBe(second)
    expect(onFront(tools, third!, second!.name)).toBe(third)
  })

  it('are a few in each step', () =>
    expect(DRAWER_NAMES.filter((name) => drawerOf(name).step === 'trace').length).toBeLessThanOrEqual(6))
})

describe('keys', () => {
  it.each(STEPS)('in %s no letter is announced for two tools', (step) => {
    const announced = offered
      .filter((tool) => tool.steps.includes(step))
      .map((tool) => keyIn(tool, step))
      .filter((key) => key !== null)
    expect(new Set(announced).size).toBe(announced.length)
  })
})

describe('other words of the trade', () => {
  it.each([
    ['beam', 'member'],
    ['partition', 'wall'],
    ['calibrate', 'fit'],
    ['fillet', 'corner'],
    ['rotate', 'turn'],
    ['window', 'opening'],
    ['axis', 'grid-line'],
    ['area', 'measure'],
  ])('%s finds %s', (typed, name) => expect(found(typed, offered).map((tool) => tool.name)).toContain(name))
})
