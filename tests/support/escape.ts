// Run in the jail of readers: tries what a file that takes a reader over would try. Prints how each ended, as JSON.
import { readFileSync, writeFileSync } from 'node:fs'
import { connect } from 'node:net'

const tried = (work: () => unknown): string => {
  try {
    work()
    return 'done'
  } catch (error) {
    return (error as { code?: string }).code ?? 'failed'
  }
}

const reached = (port: number, host: string): Promise<string> =>
  new Promise((resolve) => {
    const socket = connect({ port, host, timeout: 2000 })
    socket.on('connect', () => resolve('done'))
    socket.on('timeout', () => resolve('ETIMEDOUT'))
    socket.on('error', ({ code }: NodeJS.ErrnoException) => resolve(code ?? 'failed'))
  })

const [, , port, secret, folder] = process.argv
const ends = {
  socket: await reached(Number(port), '127.0.0.1'),
  outside: tried(() => readFileSync(secret!)),
  users: tried(() => readFileSync('/etc/shadow')),
  write: tried(() => writeFileSync(`${folder}/planted`, '')),
  processes: tried(() => process.kill(Number(process.ppid) || 1, 'SIGKILL')),
  environment: Object.keys(process.env).join(' '),
  user: process.getuid!(),
  memory: 'begun',
}
process.stdout.write(`${JSON.stringify(ends)}\n`)
// The last of all: 6 GB, written to.
const held: Buffer[] = []
for (let i = 0; i < 60; i++) held.push(Buffer.alloc(100 << 20, 1))
process.stdout.write(`${JSON.stringify({ memory: held.length })}\n`)
