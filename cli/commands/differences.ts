import { writeFile } from 'node:fs/promises'
import type { Command } from 'commander'
import { compareStates } from '@/core/states/compare-states'
import { formatNamed, handOver } from '@/server/hand-over/write'
import { writeAll } from '../read-file'
import { readProject } from '../read-project'

interface Options {
  json?: boolean
  xlsx?: string
}

/** What differs between two states of a project. */
export function differencesCommand(program: Command): void {
  program
    .command('differences')
    .argument('<older>', 'the records of a project, as handed over in the format json, or an archive of it')
    .argument('<newer>', 'a later state of the same project')
    .description('says what differs between two states of a project: elements, rooms and quantities')
    .option('--json', 'as JSON instead of a list')
    .option('--xlsx <file>', 'the same as a workbook: elements, and every table before and after')
    .action(async (olderPath: string, newerPath: string, { json, xlsx }: Options) => {
      const [older, newer] = [(await readProject(olderPath)).project, (await readProject(newerPath)).project]
      const project = { ...newer, before: older.records }
      if (xlsx) await writeFile(xlsx, await handOver(project, formatNamed('xlsx-differences')!))
      if (json) {
        await writeAll(process.stdout, [new TextDecoder().decode(await handOver(project, formatNamed('differences')!))])
        return
      }
      const [was, is] = [older, newer].map(({ records }) => new Map(records.map((record) => [record.id, record])))
      const { elements } = compareStates(was!, is!)
      const lines = elements.map(
        ({ what, called, says }) => `${what}\t${called}${says.length ? `: ${says.join(', ')}` : ''}\n`,
      )
      await writeAll(process.stdout, [`${elements.length} ${elements.length === 1 ? 'change' : 'changes'}\n`, ...lines])
    })
}
