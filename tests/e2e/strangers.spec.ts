import { readdirSync, readFileSync } from 'node:fs'
import { request as ask } from 'node:http'
import { join } from 'node:path'
import { expect, test } from '@playwright/test'

const API = 'src/app/api'

/** Every route with its methods, an id in the place of each name. */
const routes = readdirSync(API, { recursive: true, encoding: 'utf8' })
  .filter((path) => path.endsWith('route.ts'))
  .flatMap((path) => {
    const address = `/api/${path.replace(/\/?route\.ts$/, '').replace(/\[\w+\]/g, 'x')}`
    const methods = readFileSync(join(API, path), 'utf8').matchAll(/^export const (GET|POST|PUT|PATCH|DELETE)\b/gm)
    return [...methods].map(([, method]) => ({ address, method: method! }))
  })

interface Answer {
  status: number
  headers: Record<string, string | string[] | undefined>
  body: string
}

/** Asks as a program can and a browser can't: with any Host. */
const askAs = (method: string, path: string, headers: Record<string, string>, body?: string) =>
  new Promise<Answer>((resolve, reject) => {
    const request = ask(new URL(path, process.env.CALQUE_ADDRESS), { method, headers }, (response) => {
      let text = ''
      response.setEncoding('utf8').on('data', (piece: string) => {
        text += piece
      })
      response.on('end', () => resolve({ status: response.statusCode!, headers: response.headers, body: text }))
    })
    request.on('error', reject)
    request.end(body)
  })

test('no route answers another site, nor under another name', async () => {
  expect(routes.length).toBeGreaterThan(25)
  for (const { method, address } of routes) {
    const body = method === 'GET' ? undefined : '{}'
    const sent: Record<string, string> = body === undefined ? {} : { 'content-type': 'application/json' }
    const foreign = [
      [421, { host: 'rebound.example' }],
      [403, { origin: 'http://evil.example' }],
      [403, { origin: 'null' }],
      [403, { 'sec-fetch-site': 'cross-site', 'sec-fetch-mode': 'no-cors' }],
    ] as const
    for (const [status, headers] of foreign) {
      const answer = await askAs(method, address, { ...sent, ...headers }, body)
      expect(answer.status, `${method} ${address} ${JSON.stringify(headers)}`).toBe(status)
      expect(answer.headers['content-type']).toBe('application/problem+json')
    }
    if (body === undefined) continue
    const form = await askAs(method, address, { 'content-type': 'text/plain' }, body)
    expect(form.status, `${method} ${address} as a form`).toBe(415)
  }
})

test('an uploaded drawing with a script is handed back as a file that can do nothing', async ({ page, request }) => {
  const { id } = await (await request.post('/api/projects', { data: { name: 'Scripts' } })).json()
  const script =
    '<svg xmlns="http://www.w3.org/2000/svg" width="9" height="9"><script>document.title = 1</script></svg>'
  await request.post(`/api/projects/${id}/sources?name=a.svg`, {
    headers: { 'content-type': 'image/svg+xml' },
    data: script,
  })
  const [source] = await (await request.get(`/api/projects/${id}/sources`)).json()
  const answer = await request.get(`/api/contents/${source.contentHash}`)
  expect(answer.headers()).toMatchObject({
    'x-content-type-options': 'nosniff',
    'content-security-policy': expect.stringContaining("sandbox; default-src 'none'"),
    'cross-origin-resource-policy': 'same-origin',
    'content-disposition': 'attachment',
  })
  // Shown as a page all the same, it may run nothing.
  await page.route('**/api/contents/*', async (route) => {
    const response = await route.fetch()
    const headers = { ...response.headers() }
    delete headers['content-disposition']
    await route.fulfill({ response, headers })
  })
  await page.goto(`/api/contents/${source.contentHash}`)
  expect(await page.evaluate(() => document.title)).toBe('')
})

test('a page says what it may do, and its own scripts run', async ({ page }) => {
  const broken: string[] = []
  page.on('console', (message) => message.type() === 'error' && broken.push(message.text()))
  const response = await page.goto('/')
  const policy = response!.headers()['content-security-policy']!
  expect(policy).toMatch(/script-src 'self' 'nonce-[^']+' 'wasm-unsafe-eval';/)
  expect(policy).toContain("frame-ancestors 'none'")
  await expect(page.getByRole('heading', { name: 'Calque' })).toBeVisible()
  expect(broken).toEqual([])
  const again = await page.goto('/')
  expect(again!.headers()['content-security-policy']).not.toBe(policy)
  await page.evaluate(() => {
    const script = document.createElement('script')
    script.textContent = 'window.planted = true'
    document.body.append(script)
  })
  expect(await page.evaluate(() => 'planted' in window)).toBe(false)
})

test('figures and health are told, figures only to this machine', async ({ request }) => {
  expect((await request.get('/api/health/live')).ok()).toBe(true)
  expect(await (await request.get('/api/health/ready')).json()).toMatchObject({ status: 'ready' })
  const figures = await request.get('/metrics')
  expect(figures.headers()['content-type']).toContain('text/plain')
  expect(await figures.text()).toMatch(/calque_request_seconds_count\{[^}]*what="health[^}]*\} [1-9]/)
  expect((await askAs('GET', '/metrics', { host: 'rebound.example' })).status).toBe(421)
})
