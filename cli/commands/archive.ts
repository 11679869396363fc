import { readFile, writeFile } from 'node:fs/promises'
import type { Command } from 'commander'
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
