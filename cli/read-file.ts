import { readFile } from 'node:fs/promises'
import { basename } from 'node:path'
import { PROBLEM_SENTENCES, SourceError } from '@/core/sheet/problem'
import { openSource } from '@/server/reading/open-source'
import type { SheetFile, SheetPage } from '@/server/reading/sheet-file'
import { CliError } from './cli-error'

/** Opens a file for a command, and says in a sentence where that fails. */
export async function withFile<T>(
  path: string,
  password: string | undefined,
  use: (file: SheetFile) => Promise<T>,
): Promise<T> {
  const name = basename(path)
  let bytes: Uint8Array
  try {
    bytes = new Uint8Array(await readFile(path))
  } catch (error) {
    const missing = (error as NodeJS.ErrnoException).code === 'ENOENT'
    throw new CliError(missing ? `There is no file ${path}.` : `${path} can't be read: ${(error as Error).message}.`)
  }
  try {
    const file = await openSource(bytes, { password })
    try {
      return await use(file)
    } finally {
      await file.close()
    }
  } catch (error) {
    if (!(error instanceof SourceError)) throw error
    const hint = error.problem.startsWith('password') ? ' Give it with --password.' : ''
    throw new CliError(PROBLEM_SENTENCES[error.problem](name) + hint)
  }
}

/** The page of a number given as text. */
export async function pageOf(file: SheetFile, name: string, number: string): Promise<SheetPage> {
  const wanted = Number(number)
  if (!Number.isInteger(wanted) || wanted < 1 || wanted > file.pageCount)
    throw new CliError(
      `${name} has ${file.pageCount === 1 ? 'one page' : `pages 1 to ${file.pageCount}`}, no page ${number}.`,
    )
  // Whoever started us ends us where a page takes too long: a page can keep this process from looking at a clock.
  process.send?.({ reading: PROBLEM_SENTENCES['too-slow'](`${name}, page ${wanted},`) })
  return file.page(wanted)
}

/** Writes pieces of text to a stream one after another, waiting where it is full. */
export async function writeAll(stream: NodeJS.WritableStream, pieces: Iterable<string>): Promise<void> {
  let batch = ''
  for (const piece of pieces) {
    batch += piece
    if (batch.length < 1 << 20) continue
    await writeOne(stream, batch)
    batch = ''
  }
  await writeOne(stream, batch)
}

const writeOne = (stream: NodeJS.WritableStream, text: string) =>
  new Promise<void>((resolve, reject) => {
    stream.write(text, (error) => (error ? reject(error) : resolve()))
  })
