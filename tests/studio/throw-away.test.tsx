import { createCanvas, DOMMatrix } from '@napi-rs/canvas'
import { renderToString } from 'react-dom/server'
import { describe, expect, it, vi } from 'vitest'
import { FrameLoop } from '@/studio/board/frame-loop'
import { workbench } from '@/studio/board/workbench'
import { FEATURES, TOOLS } from '@/studio/features/registry'
import type { Feature } from '@/studio/kernel/feature'
import { defineOptions, lengthMm, sameWords, words } from '@/studio/kernel/options'
import { Z } from '@/studio/kernel/overlay'
import { EMPTY_SESSION, plain, putting, type Tool } from '@/studio/kernel/tool'
import { OptionControls } from '@/studio/shell/bench/OptionControls'
import { toolOfKey } from '@/studio/shell/keys'
import { PanelsContext, PanelsOf } from '@/studio/shell/PanelsOf'
import { panelsOf } from '@/studio/shell/panels-of'
import { useBench } from '@/studio/state/bench'
import { whereNow } from '@/studio/state/now'
import { resize } from '@/studio/state/view'
import { Rig } from '../support/rig'

// A feature that is none of the studio's: everything it is, it declares here.
const buoyOptions = defineOptions('buoy', {
  radiusMm: lengthMm(400, 'Radius'),
  colour: words('red', 'Colour', sameWords('red', 'green')),
})

const buoy: Tool = {
  ...plain,
  name: 'buoy',
  word: 'Buoy',
  key: '9',
  keys: [
    {
      key: 'g',
      does: 'make it green',
      press: (session) => ({ session, choose: buoyOptions.with({ colour: 'green' }) }),
    },
  ],
  picture: { red: 'M4 12h16' },
  drawer: 'structure',
  steps: ['trace'],
  options: () => buoyOptions.controls('radiusMm', 'colour'),
  places: true,
  loupe: false,
  say: (_, { options }) => `Click where the ${options(buoyOptions).colour} buoy floats.`,
  fields: () => [],
  click: (_, { at }, { options }) => ({
    session: EMPTY_SESSION,
    edit: putting('Drop buoy', {
      id: crypto.randomUUID(),
      kind: 'circle',
      layerId: '0',
      pen: undefined,
      center: at,
      radiusMm: options(buoyOptions).radiusMm,
    }),
  }),
  enter: () => ({ session: EMPTY_SESSION, done: true }),
  paint: () => undefined,
}

const painted: string[] = []
const feature: Feature = {
  name: 'buoys',
  tools: [buoy],
  options: [buoyOptions],
  panels: [
    { slot: 'bench', order: 1, when: ({ tool }) => tool === buoy, Content: () => <p>Buoys float on water.</p> },
    { slot: 'bench', order: 2, when: ({ tool }) => tool !== buoy, Content: () => <p>Something else.</p> },
  ],
  overlays: [
    { name: 'water', z: Z.beneath, of: 'marks', paint: () => void painted.push('water') },
    { name: 'spray', z: Z.cursor + 1, of: 'tracing', paint: () => void painted.push('spray') },
  ],
}

describe('a tool added from outside, in one file', () => {
  it('is driven by clicks, its own key and its options', () => {
    const rig = new Rig()
      .take(buoy)
      .choose(buoyOptions.with({ radiusMm: 250 }))
      .key('g')
    expect(rig.says).toBe('Click where the green buoy floats.')
    rig.click(100, 200)
    expect(rig.all('circle')).toMatchObject([{ center: { x: 100, y: 200 }, radiusMm: 250 }])
    expect(rig.changes.map(({ label }) => label)).toEqual(['Drop buoy'])
  })

  it('is found by its key among all the others', () => expect(toolOfKey('9', 'trace', [...TOOLS, buoy])).toBe(buoy))

  it('has its options drawn on the bench, and its panel beside them', () => {
    workbench.take(buoy)
    // Rendered without a browser, a store shows what it began with.
    Object.assign(useBench.getInitialState(), useBench.getState())
    const shown = renderToString(
      <PanelsContext value={feature.panels!}>
        <PanelsOf slot="bench" />
        <OptionControls />
      </PanelsContext>,
    )
    for (const part of ['Buoys float on water.', 'Radius', 'choice-radiusMm', 'Red', 'Green'])
      expect(shown).toContain(part)
    expect(shown).not.toContain('Something else.')
    workbench.layAside()
    expect(panelsOf(feature.panels!, 'bench', whereNow()).map(({ order }) => order)).toEqual([2])
  })

  it('paints where it says that it lies', () => {
    vi.stubGlobal('window', { devicePixelRatio: 1 })
    vi.stubGlobal('DOMMatrix', DOMMatrix)
    vi.stubGlobal('OffscreenCanvas', function canvas(width: number, height: number) {
      return createCanvas(width, height)
    })
    vi.stubGlobal('requestAnimationFrame', (paint: () => void) => {
      paint()
      return 0
    })
    vi.stubGlobal('cancelAnimationFrame', () => undefined)
    resize(60, 40)
    const loop = new FrameLoop(createCanvas(60, 40) as unknown as HTMLCanvasElement, feature.overlays!)
    loop.stop()
    expect(painted).toEqual(['water', 'spray'])
    vi.unstubAllGlobals()
  })
})

describe('the features of the studio', () => {
  const names = (of: (feature: Feature) => readonly { readonly name: string }[] | undefined) =>
    FEATURES.flatMap((each) => of(each) ?? []).map(({ name }) => name)

  it.each([
    ['features', FEATURES.map(({ name }) => name)],
    ['tools', names(({ tools }) => tools)],
    ['groups of options', names(({ options }) => options)],
    ['overlays', names(({ overlays }) => overlays)],
    ['commands', names(({ commands }) => commands)],
  ])('have %s of different names', (_, all) => expect(all.filter((name, i) => all.indexOf(name) !== i)).toEqual([]))

  it('register every group of options that a tool of theirs shows', () => {
    const known = new Set(FEATURES.flatMap(({ options = [] }) => options))
    const context = new Rig().context()
    for (const tool of TOOLS)
      for (const { group } of tool.options?.(context) ?? [])
        expect(known.has(group), `${tool.name}: ${group.name}`).toBe(true)
  })

  it('have tools that say something, and take Enter, before anything is done', () => {
    for (const tool of TOOLS) {
      const rig = new Rig().take(tool)
      expect(rig.says.length, tool.name).toBeGreaterThan(10)
      expect(rig.enter().changes, tool.name).toEqual([])
    }
  })

  it('take at most one tool by a key in each step', () => {
    const doubled = TOOLS.flatMap(({ key, steps, name }) =>
      key
        ? steps.flatMap((step) => {
            const others = TOOLS.filter(
              (other) => other.key === key && other.name !== name && other.steps.includes(step),
            )
            return others.map((other) => `${key} in ${step}: ${[name, other.name].sort().join(', ')}`)
          })
        : [],
    )
    expect([...new Set(doubled)]).toEqual(['c in trace: circle, crop'])
  })
})
