import { existsSync } from 'node:fs'
import { join } from 'node:path'
import { expect, it } from 'vitest'
import { CHAPTERS } from '@/studio/features/guide/feature'
import { TOOLS } from '@/studio/features/registry'
import { saysAtFirst } from '@/studio/shell/help/says-at-first'
import { toolOfKey } from '@/studio/shell/keys'

it('shows pictures that are there', () => {
  for (const { picture } of CHAPTERS)
    if (picture)
      expect(existsSync(join(import.meta.dirname, `../../docs/screenshots/${picture}.png`)), picture).toBe(true)
})

it.each(TOOLS.filter(({ steps }) => steps.length > 0).map((tool) => [tool.name, tool] as const))(
  'tells what %s does when it is taken, in a whole sentence',
  (_, tool) => expect(saysAtFirst(tool)).toMatch(/^[A-Z].{10,}[.:]$/),
)

it.each([
  ['K', 'fit', 'fit'],
  ['W', 'trace', 'wall'],
  ['L', 'trace', 'opening'],
  ['M', 'check', 'measure'],
] as const)('the key %s that it names takes the tool of %s', (key, step, name) =>
  expect(toolOfKey(key.toLowerCase(), step)?.name).toBe(name),
)
