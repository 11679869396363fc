import { createHash, randomUUID } from 'node:crypto'
import { createReadStream } from 'node:fs'
import { mkdir, open, rm } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { HEAD_BYTES, TAIL_BYTES } from '@/core/sheet/kinds'
import { Problem } from './problem'

/** More arrived than is accepted. */
export class TooLargeError extends Error {}

/** Nothing arrived for a while. */
export class StalledError extends Error {}

/** A file that arrived whole, on the disk of this machine, before anything of the database is held for it. */
export interface Staged {
  readonly hash: string
  readonly size: number
  /** Its beginning. */
  readonly head: Uint8Array
  /** Its end. */
  readonly tail: Uint8Array
  read(): AsyncIterable<Uint8Array>
  /** Gives the room back. */
  discard(): Promise<void>
}

/** How long a sender may say nothing. */
const SILENT_MS = 30_000

/**
 * Takes what a stream brings. What breaks off leaves nothing behind.
 * @param headBytes how much of its beginning is wanted, @param tailBytes how much of its end
 * @throws TooLargeError beyond `limitBytes`, StalledError
 */
export async function stage(
  stream: AsyncIterable<Uint8Array>,
  {
    limitBytes,
    headBytes,
    tailBytes = 0,
    silentMs = SILENT_MS,
  }: { limitBytes: number; headBytes: number; tailBytes?: number; silentMs?: number },
): Promise<Staged> {
  const folder = join(tmpdir(), 'calque-uploads')
  await mkdir(folder, { recursive: true, mode: 0o700 })
  const path = join(folder, randomUUID())
  const discard = () => rm(path, { force: true })
  const file = await open(path, 'wx', 0o600)
  const sum = createHash('sha256')
  const head: Uint8Array[] = []
  let tail = Buffer.alloc(0)
  let size = 0
  try {
    for await (const piece of untilSilent(stream, silentMs)) {
      if (size < headBytes) head.push(piece)
      if (tailBytes > 0) tail = Buffer.concat([tail, piece]).subarray(-tailBytes)
      size += piece.length
      if (size > limitBytes) throw new TooLargeError()
      sum.update(piece)
      await file.write(piece)
    }
  } catch (error) {
    await discard()
    throw error
  } finally {
    await file.close()
  }
  return {
    hash: sum.digest('hex'),
    size,
    head: new Uint8Array(Buffer.concat(head).subarray(0, headBytes)),
    tail: new Uint8Array(tail),
    read: () => createReadStream(path, { highWaterMark: 1 << 20 }),
    discard,
  }
}

async function* untilSilent(stream: AsyncIterable<Uint8Array>, ms: number): AsyncGenerator<Uint8Array> {
  const iterator = stream[Symbol.asyncIterator]()
  try {
    for (;;) {
      let timer: ReturnType<typeof setTimeout> | undefined
      const silence = new Promise<never>((_, reject) => {
        timer = setTimeout(() => reject(new StalledError()), ms)
      })
      const next = await Promise.race([iterator.next(), silence]).finally(() => clearTimeout(timer))
      if (next.done) return
      yield next.value
    }
  } finally {
    // Not waited for: a stream that says nothing does not end either.
    void iterator.return?.()
  }
}

/** What arrives, how much of it is taken, and what to do where it is more. */
export interface Arriving {
  readonly name: string
  readonly limitMb: number
  readonly advice: string
}

/** Takes what somebody sends. @throws Problem where it does not arrive, or is too large */
export async function arrived(stream: AsyncIterable<Uint8Array>, { name, limitMb, advice }: Arriving): Promise<Staged> {
  try {
    return await stage(stream, { limitBytes: limitMb * 2 ** 20, headBytes: HEAD_BYTES, tailBytes: TAIL_BYTES })
  } catch (error) {
    if (error instanceof TooLargeError)
      throw new Problem(413, 'too-large', `${name} is larger than ${limitMb} MB. ${advice}`)
    if (error instanceof StalledError)
      throw new Problem(408, 'stalled', `${name} stopped arriving and was not taken. Send it again.`)
    if ((error as { code?: string }).code === 'ENOSPC')
      throw new Problem(
        507,
        'disk-full',
        `There is no room for ${name} on the server’s disk. Free some and send it again.`,
      )
    const { code, name: kind } = error as { code?: string; name?: string }
    if (code === 'ECONNRESET' || kind === 'AbortError' || kind === 'ResponseAborted')
      throw new Problem(400, 'broken-off', `${name} did not arrive whole and was not taken. Send it again.`)
    throw error
  }
}
