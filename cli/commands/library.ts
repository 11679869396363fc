import { readFile } from 'node:fs/promises'
import type { Command } from 'commander'
import { type LibraryItem, recordOf, SHELVES, type Shelf } from '@/core/library/item'
import type { LibraryRecord } from '@/core/library/registry'
import { ask, USUAL_ADDRESS } from '../ask'
import { CliError } from '../cli-error'
import { writeAll } from '../read-file'

/** What is kept beside all projects: printed as JSON, and taken in from what was printed elsewhere. */
export function library(program: Command): void {
  program
    .command('library')
    .argument('[file]', 'what `library` printed, or one of its records: is kept')
    .description('prints what is kept for every project, or keeps what a file holds')
    .option('--kind <kind>', 'symbol, wall-type, opening-type, section, price-book or all', 'all')
    .option('--shelf <shelf>', `${SHELVES.join(' or ')}, for what is kept`, 'organisation')
    .option('--address <url>', 'where Calque runs', USUAL_ADDRESS)
    .action(async (file: string | undefined, { kind, shelf, address }: Wish) => {
      const answer =
        file === undefined
          ? await (await ask(address, `/api/library?kind=${encodeURIComponent(kind)}`, 'it')).json()
          : await keepAll(await itemsIn(file), shelf, address)
      await writeAll(process.stdout, [`${JSON.stringify(answer, null, 2)}\n`])
    })
}

interface Wish {
  readonly kind: string
  readonly shelf: Shelf
  readonly address: string
}

/** Keeps one after another, so that what is refused is told by its name. */
async function keepAll(records: readonly LibraryRecord[], shelf: Shelf, address: string): Promise<LibraryItem[]> {
  const kept: LibraryItem[] = []
  for (const record of records) {
    const response = await ask(address, `/api/library?shelf=${encodeURIComponent(shelf)}`, record.kind, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify(record),
    })
    kept.push((await response.json()) as LibraryItem)
  }
  return kept
}

/** The records of a file, each from its item where it has one. @throws CliError */
async function itemsIn(file: string): Promise<LibraryRecord[]> {
  const text = await readFile(file, 'utf8').catch(() => {
    throw new CliError(`There is no file ${file} that can be read.`)
  })
  try {
    const held: unknown = JSON.parse(text)
    return (Array.isArray(held) ? held : [held]).map((each: LibraryItem | LibraryRecord) =>
      'record' in each ? recordOf(each) : each,
    )
  } catch {
    throw new CliError(`${file} holds no items of a library as JSON.`)
  }
}
