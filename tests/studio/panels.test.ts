import { describe, expect, it } from 'vitest'
import type { Part } from '@/core/model/part/schema'
import type { Shape } from '@/core/model/shapes'
import { TOOLS } from '@/studio/features/registry'
import type { Now } from '@/studio/kernel/now'
import type { Slot } from '@/studio/kernel/panel'
import { COMMANDS, shownKeys } from '@/studio/shell/commands'
import { toolOfKey } from '@/studio/shell/keys'
import { ALL_PANELS } from '@/studio/shell/panels'
import { panelsOf } from '@/studio/shell/panels-of'
import { nowAt as now } from '../support/now'
import { plainWall } from '../support/plain-wall'

const tool = (name: string) => TOOLS.find((each) => each.name === name)!
const shape = (kind: string, id = kind) => ({ id, kind }) as Shape
const PART = { id: 'part', kind: 'part' } as Part

/** The orders of the panels that stand in a slot: each is one panel of it. */
const standing = (slot: Slot, at: Now): number[] => panelsOf(ALL_PANELS, slot, at).map(({ order }) => order)

/** What the orders of the card of tracing are. */
const TRACE = {
  part: 0,
  seat: 10,
  walls: 20,
  members: 21,
  element: 30,
  lines: 40,
  symbol: 45,
  all: 50,
  hint: 60,
} as const
const ALWAYS = [70, 80]

describe('the card of tracing shows', () => {
  const WITH_WALL = new Map([['w', plainWall('w')]])
  it.each<[string, Partial<Now>, number[]]>([
    ['how to begin, while there is nothing', {}, [TRACE.hint]],
    ['all walls, while nothing is picked', { records: WITH_WALL }, [TRACE.all]],
    ['the next members, while some are placed', { tool: tool('member'), records: WITH_WALL }, [TRACE.seat]],
    ['the same along lines of the sheet', { tool: tool('member-in-pair') }, [TRACE.seat]],
    ['walls alike', { shapes: [shape('wall'), shape('wall', 'other')] }, [TRACE.walls]],
    ['members alike', { shapes: [shape('member')] }, [TRACE.members]],
    ['one element', { shapes: [shape('stair')] }, [TRACE.element]],
    ['lines, and what can be made of them', { shapes: [shape('path')] }, [TRACE.lines, TRACE.symbol]],
    ['a mixture as lines', { shapes: [shape('wall'), shape('path')] }, [TRACE.lines, TRACE.symbol]],
    ['two elements as lines', { shapes: [shape('stair'), shape('slab')] }, [TRACE.lines, TRACE.symbol]],
    ['the part that is worked on', { part: PART }, [TRACE.part]],
    [
      'and what is picked on its views',
      { part: PART, shapes: [shape('path')] },
      [TRACE.part, TRACE.lines, TRACE.symbol],
    ],
  ])('%s', (_, at, wanted) => expect(standing('trace', now(at))).toEqual([...wanted, ...ALWAYS]))
})

describe('each step', () => {
  it.each<[Now['step'], number]>([
    ['fit', 1],
    ['trace', 1],
    ['check', 1],
    ['hand-over', 1],
    ['bring-in', 0],
  ])('%s has %i card', (step, count) => expect(standing('card', now({ step }))).toHaveLength(count))

  it('shows the wall of pages while files come in, and the choice of views afterwards', () => {
    expect(standing('over-board', now({ step: 'bring-in' }))).toEqual([20, 30, 60])
    expect(standing('over-board', now())).toEqual([5, 10, 30, 41, 60])
  })
})

describe('beside the board', () => {
  it.each<[Now['views'], Part | null, number[]]>([
    ['plan', null, []],
    ['solid', null, [20]],
    ['both', null, [20]],
    ['both', PART, [10]],
    ['tables', null, [30]],
    ['tables', PART, [30]],
  ])('%s: %o', (views, part, wanted) => expect(standing('beside-board', now({ views, part }))).toEqual(wanted))
})

describe('the bench', () => {
  it.each<[string, number[]]>([
    ['look', []],
    ['wall', [10]],
    ['opening', [20]],
    ['member', [30]],
    ['member-along', [30]],
    ['member-in-pair', []],
    ['bolts', [31]],
    ['relate', [40]],
    ['rectangle', []],
  ])('has for %s the panels %j', (name, wanted) => expect(standing('bench', now({ tool: tool(name) }))).toEqual(wanted))
})

describe('keys of tools', () => {
  const taken = (key: string, step: Now['step']) => toolOfKey(key, step)?.name
  it.each<[string, Now['step'], string]>([
    ['k', 'fit', 'fit'],
    ['k', 'trace', 'trim'],
    ['c', 'fit', 'crop'],
    ['c', 'trace', 'circle'],
    ['o', 'fit', 'tie'],
    ['o', 'trace', 'offset'],
    // Where neither is offered, the tool of the earlier step.
    ['k', 'check', 'fit'],
    ['o', 'check', 'tie'],
    ['t', 'hand-over', 'straighten'],
    ['w', 'fit', 'wall'],
  ])('%s in %s takes %s', (key, step, wanted) => expect(taken(key, step)).toBe(wanted))
})

describe('commands', () => {
  it('have keys that no other one has', () => {
    const keys = COMMANDS.flatMap((command) => command.keys)
    expect(keys.filter((key, i) => keys.indexOf(key) !== i)).toEqual([])
  })

  it('take no key of a tool: letters belong to those', () => {
    const taken = new Set(TOOLS.flatMap(({ key, keys = [] }) => [key, ...keys.map((own) => own.key)]))
    expect(COMMANDS.flatMap(({ keys }) => keys).filter((key) => taken.has(key))).toEqual([])
  })

  it('are told with their keys as people write them', () => {
    const shown = Object.fromEntries(COMMANDS.map((command) => [command.name, shownKeys(command)]))
    expect(shown).toMatchObject({ undo: 'Ctrl Z', redo: 'Ctrl Shift Z', remove: 'Delete', keys: '?', find: 'Ctrl K' })
  })

  it('everything is picked only while tracing', () => {
    const { when } = COMMANDS.find(({ name }) => name === 'pick-everything')!
    expect([when!(now()), when!(now({ step: 'fit' }))]).toEqual([true, false])
  })
})
