import { MessageChannel, type MessagePort } from 'node:worker_threads'
import { expose } from 'comlink'
import nodeEndpoint from 'comlink/dist/esm/node-adapter'
import { afterEach, expect, it, vi } from 'vitest'
import { WorkerClient } from './worker-client'

interface Counter {
  next(): number
  fail(): number
  never(): Promise<number>
}

const ports: MessagePort[] = []
afterEach(() => {
  for (const port of ports.splice(0)) port.close()
})

/** Stands in for a worker: what it exposes answers over a channel. */
function standIn(terminated: () => void) {
  const { port1, port2 } = new MessageChannel()
  ports.push(port1, port2)
  let count = 0
  expose(
    {
      next: () => ++count,
      fail: () => {
        throw new Error('It went wrong.')
      },
      never: () => new Promise<number>(() => undefined),
    } satisfies Counter,
    nodeEndpoint(port1),
  )
  const errors: ((event: { message: string }) => void)[] = []
  const endpoint = nodeEndpoint(port2)
  const worker = {
    ...endpoint,
    addEventListener: (type: string, listener: never) =>
      type === 'error' ? errors.push(listener) : endpoint.addEventListener(type, listener),
    terminate: terminated,
  }
  return {
    worker: worker as unknown as Worker,
    breakDown: (message: string) => {
      for (const each of errors) each({ message })
    },
  }
}

function client(limits?: ConstructorParameters<typeof WorkerClient>[1]) {
  const started: ReturnType<typeof standIn>[] = []
  const terminated = vi.fn()
  const made = new WorkerClient<Counter>(() => {
    const next = standIn(terminated)
    started.push(next)
    return next.worker
  }, limits)
  return { made, started, terminated }
}

it('starts a worker when it is first asked, and keeps it', async () => {
  const { made, started } = client()
  expect(started).toHaveLength(0)
  expect(await made.call((counter) => counter.next())).toBe(1)
  expect(await made.call((counter) => counter.next())).toBe(2)
  expect(started).toHaveLength(1)
})

it('passes on why the work failed, and goes on with the same worker', async () => {
  const { made, started } = client()
  await expect(made.call((counter) => counter.fail())).rejects.toThrow('It went wrong.')
  expect(await made.call((counter) => counter.next())).toBe(1)
  expect(started).toHaveLength(1)
})

it('ends what takes too long, tells all who wait, and starts anew', async () => {
  const { made, started, terminated } = client({ longestMs: 20, tooLong: 'Too long.' })
  const both = [made.call((counter) => counter.never()), made.call((counter) => counter.never())]
  for (const each of await Promise.allSettled(both)) expect(each).toMatchObject({ status: 'rejected' })
  expect(terminated).toHaveBeenCalledTimes(1)
  expect(await made.call((counter) => counter.next())).toBe(1)
  expect(started).toHaveLength(2)
})

it('tells who waits when the worker breaks down', async () => {
  const { made, started } = client()
  const waiting = made.call((counter) => counter.never())
  started[0]!.breakDown('No memory.')
  await expect(waiting).rejects.toThrow('No memory.')
})

it('answers only the last of what is asked under one name', async () => {
  const { made } = client()
  const answers = await Promise.all([
    made.latest('a', (counter) => counter.next()),
    made.latest('b', (counter) => counter.next()),
    made.latest('a', (counter) => counter.next()),
  ])
  expect(answers).toEqual([null, 2, 3])
})
