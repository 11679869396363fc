import { existsSync, readdirSync, readFileSync, writeFileSync } from 'node:fs'
import { dirname, join } from 'node:path'
import { describe, expect, it } from 'vitest'
import { BODIES, QUERIES } from '@/app/api/taken'
import { practicePlan } from '../demo/sheets/practice-plan'
import { dataModel } from './support/data-model'
import { rightsPaper } from './support/declared-routes'
import { keyOf, openApi, routesInCode, routesInPapers, routesWithBodies } from './support/openapi'

const ROOT = join(import.meta.dirname, '..')
const DOCS = join(ROOT, 'docs')

// Written anew by `npm run papers`.
it('the data model is told as the schemas have it', async () => {
  await expect(dataModel()).toMatchFileSnapshot(join(DOCS, 'data-model.md'))
})

it('the HTTP interface is told as the handlers have it', async () => {
  await expect(`${JSON.stringify(openApi(), null, 2)}\n`).toMatchFileSnapshot(join(DOCS, 'openapi.json'))
})

it('who may do what is told as the code has it', async () => {
  await expect(rightsPaper()).toMatchFileSnapshot(join(DOCS, 'rights.md'))
})

it('every route is told, and none that is not there', () => {
  const code = routesInCode().map(keyOf)
  const papers = [...routesInPapers().keys()]
  expect(code.filter((route) => !papers.includes(route))).toEqual([])
  // The door before the handlers answers this one itself.
  expect(papers.filter((route) => !code.includes(route))).toEqual(['GET /metrics'])
})

it('what the handlers take is told, and nothing that no handler takes', () => {
  expect(routesWithBodies()).toEqual(Object.keys(BODIES).sort((a, b) => routeOrder(a).localeCompare(routeOrder(b))))
  const routes = routesInCode().map(({ method, path }) => `${method} ${path}`)
  expect(Object.keys(QUERIES).filter((key) => !routes.includes(key))).toEqual([])
})

it('the sheet of the guided job is the one that the demo draws', async () => {
  const shipped = join(ROOT, 'public/practice-plan.pdf')
  const drawn = await practicePlan()
  if (process.env.npm_lifecycle_event === 'papers') writeFileSync(shipped, drawn)
  expect(Buffer.compare(readFileSync(shipped), drawn)).toBe(0)
})

const routeOrder = (key: string): string => key.split(' ').reverse().join(' ')

describe('links between the papers', () => {
  const papers = [
    'README.md',
    'CONTRIBUTING.md',
    ...readdirSync(DOCS, { recursive: true, encoding: 'utf8' })
      .filter((file) => file.endsWith('.md'))
      .map((file) => join('docs', file)),
  ]
  it.each(papers)('%s names only what is there', (paper) => {
    const text = readFileSync(join(ROOT, paper), 'utf8')
    const links = [...text.matchAll(/\]\((?!https?:|#)([^)#]+)/g)].map(([, link]) => link!)
    expect(links.filter((link) => !existsSync(join(ROOT, dirname(paper), link)))).toEqual([])
  })
})
