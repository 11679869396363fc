import { expect } from '@playwright/test'
import { mutatedFiles } from '../support/mutations'
import { StudioPage, test } from './studio'

const COUNT = 324
/** Files sent at once, as when somebody drops a folder. */
const AT_ONCE = 6

interface Seen {
  name: string
  status: string
  problem: string | null
  sheets: { status: string; problem: string | null }[]
}

/** Whether all that can be said of a file has been said. */
const isDone = ({ status, sheets }: Seen) =>
  status === 'failed' ||
  status === 'locked' ||
  (status === 'ready' && sheets.every((sheet) => /ready|failed/.test(sheet.status)))

test(`${COUNT} damaged files each read or are refused with a sentence, and the server goes on`, async ({
  page,
  request,
}) => {
  test.setTimeout(300_000)
  const files = await mutatedFiles(COUNT, 7)
  const project = `/api/projects/${await new StudioPage(page).newProject('Damaged files')}`
  await page.goto('about:blank')
  let taken = 0
  const send = async ({ name, bytes }: (typeof files)[number]) => {
    const response = await request.post(`${project}/sources?name=${name}`, { data: Buffer.from(bytes) })
    const body = await response.json()
    if (response.ok()) {
      if (!body.known) taken++
      return
    }
    expect(response.status(), name).toBe(422)
    expect(body.detail, name).toMatch(/^[\w-]+.*\.$/s)
  }
  for (let i = 0; i < files.length; i += AT_ONCE) await Promise.all(files.slice(i, i + AT_ONCE).map(send))
  expect(taken).toBeGreaterThan(COUNT / 2)
  const sources = async () => (await (await request.get(`${project}/sources`)).json()) as Seen[]
  await expect
    .poll(async () => (await sources()).filter((source) => !isDone(source)).map(({ name }) => name), {
      timeout: 240_000,
      intervals: [2000],
    })
    .toEqual([])
  const seen = await sources()
  expect(seen).toHaveLength(taken)
  for (const { name, status, problem, sheets } of seen) {
    if (status !== 'ready') expect(problem, name).toMatch(/\.$/)
    for (const sheet of sheets) if (sheet.status === 'failed') expect(sheet.problem, name).toMatch(/\.$/)
  }
  // Damage that readers are used to does not keep a file out.
  expect(seen.filter(({ sheets }) => sheets.some(({ status }) => status === 'ready')).length).toBeGreaterThan(taken / 4)
  expect((await request.get('/api/health')).ok()).toBe(true)
})
