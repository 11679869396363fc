import { expect, it } from 'vitest'
import { boathouseSet } from '../../../demo/sheets/boathouse'
import { shutterBrochure } from '../../../demo/sheets/shutter-brochure'
import { openSource } from '../../server/reading/open-source'
import { likeness, matchPages, signatureOf } from './likeness'

async function signatures(pdf: Uint8Array): Promise<number[][]> {
  const file = await openSource(pdf)
  const found: number[][] = []
  for (let number = 1; number <= file.pageCount; number++)
    found.push(signatureOf(await (await file.page(number)).linework()))
  await file.close()
  return found
}
const pages = (of: readonly number[][], prefix: string) =>
  of.map((signature, i) => ({ id: `${prefix}${i + 1}`, number: i + 1, signature }))

it('pages find one another by what is on them, in whatever order they come', async () => {
  const plans = await signatures(await boathouseSet())
  const older = pages(plans, 'old')
  const newer = pages([plans[2]!, plans[0]!, plans[1]!], 'new')
  expect(matchPages(older, newer)).toEqual([
    { from: 'old1', to: 'new2', by: 'content' },
    { from: 'old2', to: 'new3', by: 'content' },
    { from: 'old3', to: 'new1', by: 'content' },
  ])
})

it('a page inserted before forty that are much alike puts none of them out of place', async () => {
  const brochure = await signatures(await shutterBrochure())
  const [cover] = await signatures(await boathouseSet())
  const matches = matchPages(pages(brochure, 'old'), pages([cover!, ...brochure], 'new'))
  expect(matches.filter(({ to }, i) => to === `new${i + 2}`)).toHaveLength(brochure.length)
})

it('pages without lines and text go by their number, and what is left over stays', () => {
  const blank = [[], [], []]
  expect(matchPages(pages(blank, 'old'), pages([[], []], 'new'))).toEqual([
    { from: 'old1', to: 'new1', by: 'number' },
    { from: 'old2', to: 'new2', by: 'number' },
    { from: 'old3', to: null, by: null },
  ])
})

it('likeness tells the same from another', async () => {
  const [a, b] = await signatures(await boathouseSet())
  expect(likeness(a!, a!)).toBe(1)
  expect(likeness(a!, b!)).toBeLessThan(0.6)
  expect(likeness([], [])).toBe(0)
})
