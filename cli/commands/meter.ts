import type { Command } from 'commander'
import { ask, USUAL_ADDRESS } from '../ask'
import { writeAll } from '../read-file'

/** A stand-in for a distance meter: sends readings to a running Calque, as a device in the local network would. */
export function meter(program: Command): void {
  program
    .command('meter')
    .argument('<lengths...>', 'what it reads, one after another: 5.21 m')
    .description('plays a distance meter: sends readings to a project of a running Calque')
    .requiredOption('--project <id>', 'the project, as its address ends')
    .option('--note <text>', 'what is measured')
    .option('--address <url>', 'where Calque runs', USUAL_ADDRESS)
    .action(
      async (lengths: string[], { project, note, address }: { project: string; note?: string; address: string }) => {
        for (const length of lengths) {
          await ask(address, `/api/projects/${project}/readings`, 'the reading', {
            method: 'POST',
            headers: { 'content-type': 'application/json' },
            body: JSON.stringify({ length, ...(note && { note }) }),
          })
          await writeAll(process.stdout, [`${length} sent\n`])
        }
      },
    )
}
