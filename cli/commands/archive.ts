import { mkdir, readFile, writeFile } from 'node:fs/promises'
import { join } from 'node:path'
import type { Command } from 'commander'
import { FORBIDDEN } from '@/core/formats/file-name'
import { ask, USUAL_ADDRESS } from '../ask'
import { CliError } from '../cli-error'
import { writeAll } from '../read-file'

export function archive(program: Command): void {
  program
    .command('archive')
    .argument('<project>', 'the project, as its address ends')
    .description('saves a project of a running Calque with all its files')
    .requiredOption('--out <file>', 'where the archive goes')
    .option('--address <url>', 'where Calque runs', USUAL_ADDRESS)
    .action(async (project: string, { out, address }: { out: string; address: string }) => {
      const response = await ask(address, `/api/projects/${encodeURIComponent(project)}/hand-over/archive`, 'it')
      await writeFile(out, new Uint8Array(await response.arrayBuffer())).catch(() => {
        throw new CliError(`${out} can’t be written.`)
      })
    })
}

/** Every project that whoever asks sees, each as an archive: with the token of an owner that is all of an organisation. */
export function archiveAll(program: Command): void {
  program
    .command('archive-all')
    .description(
      'saves every project that you see with all its files and the list of its people, and the library, and prints the archives',
    )
    .requiredOption('--out <folder>', 'where the archives go')
    .option('--address <url>', 'where Calque runs', USUAL_ADDRESS)
    .action(async ({ out, address }: { out: string; address: string }) => {
      await mkdir(out, { recursive: true }).catch(() => {
        throw new CliError(`${out} can’t be made.`)
      })
      const projects = (await (await ask(address, '/api/projects', 'the list')).json()) as {
        id: string
        name: string
      }[]
      for (const { id, name } of projects) {
        const file = join(out, `${name.replaceAll(FORBIDDEN, '_')} ${id.slice(0, 8)}`)
        const whole = await ask(address, `/api/projects/${id}/hand-over/archive`, name)
        const people = await ask(address, `/api/projects/${id}/people`, name)
        await writeFile(`${file}.zip`, new Uint8Array(await whole.arrayBuffer()))
        await writeFile(`${file}.people.json`, new Uint8Array(await people.arrayBuffer()))
        await writeAll(process.stdout, [`${file}.zip\n`])
      }
      const library = await ask(address, '/api/library?kind=all', 'the library')
      await writeFile(join(out, 'library.json'), new Uint8Array(await library.arrayBuffer()))
    })
}

export function takeIn(program: Command): void {
  program
    .command('take-in')
    .argument('<archive>', 'a project that was handed over whole')
    .description('makes a new project of an archive in a running Calque, and prints its id')
    .option('--address <url>', 'where Calque runs', USUAL_ADDRESS)
    .action(async (path: string, { address }: { address: string }) => {
      const bytes = await readFile(path).catch(() => {
        throw new CliError(`There is no file ${path} that can be read.`)
      })
      const headers = { 'content-type': 'application/zip' }
      const response = await ask(address, '/api/projects', 'it', {
        method: 'POST',
        headers,
        body: new Uint8Array(bytes),
      })
      const { id } = (await response.json()) as { id: string }
      await writeAll(process.stdout, [`${id}\n`])
    })
}
