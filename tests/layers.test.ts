import { expect, it } from 'vitest'
import { program } from './support/producers'

interface Report {
  summary: { totalCruised: number; violations: { from: string; to: string; rule: { name: string } }[] }
}

it('the arrows between the layers point one way', async () => {
  const folders = ['src', 'cli', 'demo']
  const report = await program(
    'node_modules/.bin/depcruise',
    ...['--config', '.dependency-cruiser.cjs', '--output-type', 'json'],
    ...folders,
  )
  const { totalCruised, violations } = (JSON.parse(report) as Report).summary
  // A parser that does not know TypeScript would look at nothing and find nothing.
  expect(totalCruised).toBeGreaterThan(150)
  expect(violations.map(({ from, to, rule }) => `${rule.name}: ${from} → ${to}`)).toEqual([])
})
