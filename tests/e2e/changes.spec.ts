import { type APIRequestContext, expect, test } from '@playwright/test'
import { plainWall as wall } from '../support/plain-wall'

type Record = ReturnType<typeof wall> | null

const change = (id: string, ...edits: { id: string; before: Record; after: Record }[]) => ({
  id,
  label: 'Trace wall',
  cause: 'edit',
  of: null,
  edits,
})

async function begin(request: APIRequestContext) {
  const response = await request.post('/api/projects', { data: { name: 'Changes over HTTP' } })
  const { id } = await response.json()
  const path = `/api/projects/${id}`
  return {
    path,
    keep: (data: object) => request.post(`${path}/changes`, { data }),
    walls: async () => {
      const { records } = await (await request.get(path)).json()
      return records.filter(({ kind }: { kind: string }) => kind === 'wall')
    },
  }
}

test('the same change sent twice is kept once', async ({ request }) => {
  const { keep, walls, path } = await begin(request)
  const first = change('one', { id: 'a', before: null, after: wall('a', 5) })
  expect(await (await keep(first)).json()).toEqual({ revision: 1 })
  expect(await (await keep(first)).json()).toEqual({ revision: 1 })
  expect(await walls()).toEqual([wall('a', 5)])
  const kept = await (await request.get(`${path}/changes?since=0`)).json()
  expect(kept).toEqual([{ ...first, revision: 1 }])
})

test('a change is kept whole or not at all, and a late one is told what is there now', async ({ request }) => {
  const { keep, walls } = await begin(request)
  await keep(change('one', { id: 'a', before: null, after: wall('a', 5) }))
  await keep(change('two', { id: 'a', before: wall('a', 5), after: wall('a', 6) }))
  const late = await keep(
    change(
      'late',
      { id: 'b', before: null, after: wall('b', 1) },
      { id: 'a', before: wall('a', 5), after: wall('a', 7) },
    ),
  )
  expect(late.status()).toBe(409)
  expect(await late.json()).toMatchObject({
    type: '/problems/changed-meanwhile',
    current: [{ id: 'a', record: wall('a', 6) }],
  })
  expect(await walls()).toEqual([wall('a', 6)])
})

test('many changes at once to one project are kept one after another', async ({ request }) => {
  const { keep, walls, path } = await begin(request)
  const ids = Array.from({ length: 20 }, (_, i) => `w${i}`)
  const answers = await Promise.all(
    ids.map((id, i) => keep(change(`c${i}`, { id, before: null, after: wall(id, i + 1) }))),
  )
  const revisions = await Promise.all(answers.map(async (answer) => (await answer.json()).revision))
  expect(revisions.sort((a, b) => a - b)).toEqual(ids.map((_, i) => i + 1))
  expect(await walls()).toHaveLength(20)
  expect((await (await request.get(path)).json()).revision).toBe(20)
})

test('contents are served whole, in part, and as what never changes', async ({ request }) => {
  const { path } = await begin(request)
  const bytes = Buffer.from(`%PDF-1.7\n${'x'.repeat(3_000_000)}`)
  await request.post(`${path}/sources?name=long.pdf`, { data: bytes })
  const { sources } = await (await request.get(path)).json()
  const address = `/api/contents/${sources[0].contentHash}`
  const whole = await request.get(address)
  expect(Buffer.compare(await whole.body(), bytes)).toBe(0)
  expect(whole.headers()['cache-control']).toContain('immutable')
  const part = await request.get(address, { headers: { range: 'bytes=1048570-1048585' } })
  expect(part.status()).toBe(206)
  expect(Buffer.compare(await part.body(), bytes.subarray(1_048_570, 1_048_586))).toBe(0)
})
