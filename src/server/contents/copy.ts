import { Readable } from 'node:stream'
import { pipeline } from 'node:stream/promises'
import type { ClientBase } from 'pg'
import { from, to } from 'pg-copy-streams'

/**
 * Bytes as they are, by COPY in its binary form: in the answer to a SELECT the driver gets each byte as two letters, which
 * takes eight times as long (38 MB: 600 ms against 75). The form is that of PostgreSQL's documentation of COPY, "Binary
 * Format": a mark, flags and the length of an extension; then for each row the number of fields as 16 bits and each field
 * with its length before it as 32; -1 for the number of fields at the end.
 */
const MARK = Buffer.from('PGCOPY\n\xff\r\n\0', 'latin1')
/** The mark, no flags, no extension. */
const HEAD = Buffer.concat([MARK, Buffer.alloc(8)])
const END = Buffer.from([0xff, 0xff])

/** A field of a row that is written: bytes, or a whole number of 32 bits. */
export type Field = Uint8Array | number

/**
 * All fields of what a query gives, row by row. It is all in memory at once.
 * @param query without values beside it, which COPY does not take
 */
export async function copiedOut(client: ClientBase, query: string): Promise<Buffer[]> {
  const pieces: Buffer[] = []
  for await (const piece of client.query(to(`copy (${query}) to stdout (format binary)`))) pieces.push(piece as Buffer)
  const all = Buffer.concat(pieces)
  const fields: Buffer[] = []
  let at = MARK.length + 4
  at += 4 + all.readInt32BE(at)
  for (;;) {
    const count = all.readInt16BE(at)
    at += 2
    if (count < 0) return fields
    for (let i = 0; i < count; i++) {
      const length = Math.max(0, all.readInt32BE(at))
      at += 4
      fields.push(all.subarray(at, at + length))
      at += length
    }
  }
}

/** Writes rows into columns of a table. @param into the table and its columns, as SQL names them */
export async function copyIn(client: ClientBase, into: string, rows: AsyncIterable<readonly Field[]>): Promise<void> {
  async function* bytes(): AsyncGenerator<Uint8Array> {
    yield HEAD
    for await (const row of rows) {
      const count = Buffer.alloc(2)
      count.writeInt16BE(row.length)
      yield count
      for (const field of row) {
        const value = typeof field === 'number' ? wholeNumber(field) : field
        yield wholeNumber(value.length)
        // A stream takes no empty piece.
        if (value.length > 0) yield value
      }
    }
    yield END
  }
  await pipeline(Readable.from(bytes()), client.query(from(`copy ${into} from stdin (format binary)`)))
}

function wholeNumber(value: number): Buffer {
  const bytes = Buffer.alloc(4)
  bytes.writeInt32BE(value)
  return bytes
}
