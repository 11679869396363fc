import { mkdtemp, rm } from 'node:fs/promises'
import { createServer, type Server } from 'node:http'
import type { AddressInfo } from 'node:net'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { afterAll, beforeAll, expect, it, vi } from 'vitest'
import { boathouseSet } from '../../demo/sheets/boathouse'
import { freePort } from '../../scripts/lib/postgres.mjs'
import { type RunningStack, startStack } from '../../scripts/lib/stack.mjs'

/** What a Calque tells a collector of traces, which stands here. */

interface Told {
  readonly service: string
  readonly name: string
  readonly traceId: string
  readonly text: string
}

const told: Told[] = []
let collector: Server
let stack: RunningStack
let home: string

beforeAll(async () => {
  collector = createServer((request, response) => {
    const pieces: Buffer[] = []
    request.on('data', (piece: Buffer) => pieces.push(piece))
    request.on('end', () => {
      take(JSON.parse(Buffer.concat(pieces).toString()))
      response.end('{}')
    })
  })
  await new Promise<void>((resolve) => collector.listen(0, '127.0.0.1', resolve))
  process.env.OTEL_EXPORTER_OTLP_ENDPOINT = `http://127.0.0.1:${(collector.address() as AddressInfo).port}`
  process.env.OTEL_BSP_SCHEDULE_DELAY = '200'
  home = await mkdtemp(join(tmpdir(), 'calque-traces-'))
  stack = await startStack({ home, port: await freePort(5480), seed: false })
}, 120_000)

afterAll(async () => {
  delete process.env.OTEL_EXPORTER_OTLP_ENDPOINT
  delete process.env.OTEL_BSP_SCHEDULE_DELAY
  await stack?.stop()
  collector?.close()
  await rm(home, { recursive: true, force: true })
})

interface Exported {
  resourceSpans: {
    resource: { attributes: { key: string; value: { stringValue?: string } }[] }
    scopeSpans: { spans: { name: string; traceId: string }[] }[]
  }[]
}

function take({ resourceSpans }: Exported): void {
  for (const { resource, scopeSpans } of resourceSpans) {
    const service = resource.attributes.find(({ key }) => key === 'service.name')!.value.stringValue!
    for (const span of scopeSpans.flatMap(({ spans }) => spans))
      told.push({ service, name: span.name, traceId: span.traceId, text: JSON.stringify(span) })
  }
}

it('one trace goes from the request that brings a file in to the reader that opens it, without what people wrote', async () => {
  const project = (await (
    await fetch(`${stack.address}/api/projects`, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify({ name: 'The secret tower' }),
    })
  ).json()) as { id: string }
  await fetch(`${stack.address}/api/projects/${project.id}/sources?name=tower.pdf`, {
    method: 'POST',
    headers: { 'content-type': 'application/octet-stream' },
    body: Buffer.from(await boathouseSet()),
  })
  await fetch(`${stack.address}/s/a-secret-of-a-link`)
  const opened = await vi.waitUntil(() => told.find(({ name }) => name === 'job open'), { timeout: 30_000 })
  expect(opened.service).toBe('calque-readers')
  const request = await vi.waitUntil(
    () => told.find(({ service, traceId }) => service === 'calque-web' && traceId === opened.traceId),
    { timeout: 10_000 },
  )
  expect(request).toBeDefined()
  await vi.waitUntil(() => told.some(({ name, service }) => service === 'calque-web' && name === 'database'))
  await vi.waitUntil(() => told.some(({ text }) => text.includes('/s/')), { timeout: 10_000 })
  const all = told.map(({ text }) => text).join()
  for (const secret of ['secret tower', 'a-secret-of-a-link', 'tower.pdf']) expect(all).not.toContain(secret)
}, 60_000)
