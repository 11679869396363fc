import { randomBytes } from 'node:crypto'
import { createServer, type IncomingMessage, type ServerResponse } from 'node:http'
import next from 'next'
import { faultOf, log } from '../log'
import { metricsText, requests } from '../metrics'
import { ADDRESS_HEADER } from '../people/address'
import { isSignInOn, ownHosts } from '../people/sign-in-settings'
import { beginTracing } from '../tracing'
import { clientAddress, isFromHere, isLoopback } from './addresses'
import { type Refusal, refusalOf } from './guard'
import { COMMON_HEADERS, contentPolicy, DATA_POLICY } from './security-headers'

/**
 * The web server: Next.js behind a door. Who is no guest is turned away before anything of the request is read, and every
 * answer says what a browser may do with it.
 */
const port = Number(process.env.PORT)
/** Where nobody signs in, whoever reaches it may do everything: only this machine does. */
const hostname = process.env.CALQUE_LISTEN || '127.0.0.1'
if (!isSignInOn() && !isLoopback(hostname))
  throw new Error(
    'Without sign-in Calque listens on this machine alone: set CALQUE_SIGN_IN=on, or leave CALQUE_LISTEN out.',
  )
const dev = process.env.NODE_ENV === 'development'
const hosts = ownHosts()

/** A store of bytes that browsers reach by themselves. */
const bytesFrom = process.env.CALQUE_S3_PUBLIC_ENDPOINT || null

/** Machines beside this one to which figures are told (`CALQUE_METRICS_FOR`). */
const metricsFor = (process.env.CALQUE_METRICS_FOR ?? '').split(',').filter(Boolean)

/** Whether a proxy of ours stands before us, which says who asks. */
const isBehindProxy = process.env.CALQUE_PROXY === 'on'

await beginTracing('calque-web')
const app = next({ dev, hostname, port })
await app.prepare()
const handle = app.getRequestHandler()

const server = createServer((request, response) => {
  const url = request.url ?? '/'
  for (const [name, value] of Object.entries(COMMON_HEADERS)) response.setHeader(name, value)
  const refusal = refusalOf({ method: request.method ?? 'GET', url, headers: request.headers }, hosts)
  if (refusal) return refuse(request, response, refusal)
  request.headers[ADDRESS_HEADER] = clientAddress(request.headers, request.socket.remoteAddress, isBehindProxy)
  request.headers['content-security-policy'] = setPolicy(url, response)
  if (url === '/metrics') return void tellMetrics(request, response)
  measure(request, response)
  handle(request, response).catch((error: unknown) => {
    log.error(faultOf(error), 'a request failed')
    response.destroy()
  })
})
// A large file over a slow line takes its time, a file that is made for somebody as well; who says nothing is not waited for.
server.requestTimeout = 3_600_000
server.headersTimeout = 20_000
server.timeout = 400_000
if (dev) server.on('upgrade', app.getUpgradeHandler())
server.listen(port, hostname)

for (const signal of ['SIGINT', 'SIGTERM'] as const)
  process.once(signal, () => {
    // What is under way is answered; streams of events have no end of their own.
    server.close(() => process.exit(0))
    server.closeIdleConnections()
    setTimeout(() => server.closeAllConnections(), DRAIN_MS).unref()
  })

/** What an address is for: ids and names in it would make a figure of each. */
function kindOf(url: string): string {
  const [, first, second, , last] = url.split('?')[0]!.split('/')
  if (first !== 'api') return first === '_next' ? 'parts' : 'page'
  return last && /^[a-z-]+$/.test(last) ? `${second}/${last}` : (second ?? 'api')
}

function measure(request: IncomingMessage, response: ServerResponse): void {
  const { method = 'GET', url = '/' } = request
  // Streams of events end when somebody leaves.
  if (url.includes('/events')) return
  const end = requests.startTimer({ method, what: kindOf(url) })
  response.once('finish', () => end({ status: response.statusCode }))
}

/** Only for programs on machines of ours: figures tell how much others do. */
async function tellMetrics(request: IncomingMessage, response: ServerResponse): Promise<void> {
  if (!isFromHere(request.headers, request.socket.remoteAddress, metricsFor))
    return refuse(request, response, {
      status: 403,
      type: 'not-from-here',
      detail: 'Figures are told only to programs on the machine of the server.',
    })
  try {
    const { type, text } = await metricsText()
    response.writeHead(200, { 'content-type': type }).end(text)
  } catch (error) {
    log.warn(faultOf(error), 'metrics')
    response.writeHead(503).end()
  }
}

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
  if (url.startsWith('/_next/static/')) return contentPolicy({ evaluates: true, bytesFrom })
  return contentPolicy({ nonce: randomBytes(16).toString('base64'), evaluates: dev, bytesFrom })
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
