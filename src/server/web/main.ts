import { randomBytes } from 'node:crypto'
import { createServer, type IncomingMessage, type ServerResponse } from 'node:http'
import next from 'next'
import { type Refusal, refusalOf } from './guard'
import { COMMON_HEADERS, contentPolicy, DATA_POLICY } from './security-headers'

/**
 * The web server: Next.js behind a door. Who is no guest is turned away before anything of the request is read, and every
 * answer says what a browser may do with it.
 */
const port = Number(process.env.PORT)
const hostname = process.env.CALQUE_LISTEN ?? '127.0.0.1'
const dev = process.env.NODE_ENV === 'development'
/** Names under which we are reached, beside those of this machine. */
const hosts = (process.env.CALQUE_HOSTS ?? '').split(/[\s,]+/).filter(Boolean)

const app = next({ dev, hostname, port })
await app.prepare()
const handle = app.getRequestHandler()

const server = createServer((request, response) => {
  const url = request.url ?? '/'
  for (const [name, value] of Object.entries(COMMON_HEADERS)) response.setHeader(name, value)
  const refusal = refusalOf({ method: request.method ?? 'GET', url, headers: request.headers }, hosts)
  if (refusal) return refuse(request, response, refusal)
  request.headers['content-security-policy'] = setPolicy(url, response)
  void handle(request, response)
})
// Whoever sends nothing for a while is not waited for; a large file over a slow line takes as long as it takes.
server.requestTimeout = 0
server.headersTimeout = 20_000
if (dev) server.on('upgrade', app.getUpgradeHandler())
server.listen(port, hostname)

for (const signal of ['SIGINT', 'SIGTERM'] as const)
  process.once(signal, () => {
    // What is under way is answered; streams of events have no end of their own.
    server.close(() => process.exit(0))
    server.closeIdleConnections()
    setTimeout(() => server.closeAllConnections(), DRAIN_MS).unref()
  })

/** How long answers under way may take once the server is told to end. */
const DRAIN_MS = 3000

/** Says what a browser may do with the answer. @returns the policy, in which Next.js looks for the nonce of its scripts */
function setPolicy(url: string, response: ServerResponse): string {
  const policy = policyOf(url)
  response.setHeader('content-security-policy', policy)
  return policy
}

function policyOf(url: string): string {
  if (url.startsWith('/api/')) return DATA_POLICY
  if (url.startsWith('/_next/static/')) return contentPolicy({ evaluates: true })
  return contentPolicy({ nonce: randomBytes(16).toString('base64'), evaluates: dev })
}

function refuse(request: IncomingMessage, response: ServerResponse, { status, type, detail }: Refusal): void {
  response.writeHead(status, {
    'content-type': 'application/problem+json',
    'content-security-policy': DATA_POLICY,
    connection: 'close',
  })
  response.end(JSON.stringify({ type: `/problems/${type}`, title: type.replaceAll('-', ' '), status, detail }))
  request.resume()
  // A body that nobody wants is not waited for.
  response.on('finish', () => setTimeout(() => request.destroy(), 1000).unref())
}
