import { type ChildProcess, spawn } from 'node:child_process'
import { once } from 'node:events'

/** A Redis of its own on loopback, which keeps nothing. @returns how to end it, as when it is killed */
export async function startRedis(port: number): Promise<{ readonly url: string; kill(): Promise<void> }> {
  const words = ['--port', String(port), '--bind', '127.0.0.1', '--save', '', '--appendonly', 'no']
  const redis: ChildProcess = spawn('/usr/bin/redis-server', words, {
    cwd: '/tmp',
    stdio: ['ignore', 'pipe', 'inherit'],
  })
  let said = ''
  await new Promise<void>((resolve, reject) => {
    redis.once('exit', () => reject(new Error(said)))
    redis.stdout!.on('data', (text) => {
      said += text
      if (said.includes('Ready to accept connections')) resolve()
    })
  })
  return {
    url: `redis://127.0.0.1:${port}`,
    kill: async () => {
      const gone = once(redis, 'exit')
      redis.kill('SIGKILL')
      await gone
    },
  }
}
