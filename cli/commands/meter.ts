import type { Command } from 'commander'
import { CliError } from '../cli-error'
import { writeAll } from '../read-file'

/** A stand-in for a distance meter: sends readings to a running Calque, as a device in the local network would. */
export function meter(program: Command): void {
  program
    .command('meter')
    .argument('<lengths...>', 'what it reads, one after another: 5.21 m')
    .description('plays a distance meter: sends readings to a project of a running Calque')
    .requiredOption('--project <id>', 'the project, as its address ends')
    .option('--note <text>', 'what is measured')
    .option('--address <url>', 'where Calque runs', 'http://127.0.0.1:4680')
    .action(
      async (lengths: string[], { project, note, address }: { project: string; note?: string; address: string }) => {
        for (const length of lengths) {
          const response = await fetch(`${address}/api/projects/${project}/readings`, {
            method: 'POST',
            headers: { 'content-type': 'application/json' },
            body: JSON.stringify({ length, ...(note && { note }) }),
          }).catch(() => {
            throw new CliError(`No Calque answers at ${address}. Start it, or say where it runs with --address.`)
          })
          if (!response.ok) {
            const problem = (await response.json().catch(() => ({}))) as { detail?: string }
            throw new CliError(problem.detail ?? `${address} refused the reading.`)
          }
          await writeAll(process.stdout, [`${length} sent\n`])
        }
      },
    )
}
