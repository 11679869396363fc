import { writeFile } from 'node:fs/promises'
import type { Command } from 'commander'
import type { ValidationError } from 'yup'
import { BYTE_ORDER_MARK } from '@/core/formats/csv/write'
import { HAND_OVER_FORMATS, type HandOverFormat, sheetsAlong } from '@/core/formats/hand-over'
import { choiceFields, type HandOverChoice, handOverChoiceSchema } from '@/core/formats/making'
import { PAPER_NAMES } from '@/core/formats/paper/papers'
import { PlanSheetError } from '@/core/formats/svg/write-plan'
import { formatNamed, handOver } from '@/server/hand-over/write'
import { PartError } from '@/server/part/solid'
import { CliError } from '../cli-error'
import { readProject, withSheets } from '../read-project'

interface Options {
  format: string
  out?: string
  level?: string
  plane?: string
  part?: string
  face?: string
  paper: string
  scale?: string
  unit: string
  release: string
  set?: boolean
  sheets?: boolean
}

export function handOverCommand(program: Command): void {
  const formats: readonly HandOverFormat[] = HAND_OVER_FORMATS
  const names = formats
    .filter(({ withSources, sinceState, ofIssues }) => !withSources && !sinceState && !ofIssues)
    .map(({ name }) => name)
    .join(', ')
  program
    .command('hand-over')
    .argument('<project>', 'the records of a project, as handed over in the format json, or an archive of it')
    .requiredOption('--format <name>', names)
    .option('--out <file>', 'where the file goes; to stdout where left out')
    .option('--level <id>', 'the level of a plan; the lowest where left out')
    .option('--plane <name>', 'the work plane of dxf-plane, by its name or id; the first one where left out')
    .option('--part <name>', 'the part of what is of one part, by its name or id; the first one where left out')
    .option(
      '--face <name>',
      'the face of dxf-face: top, front, …, or its middle in parts of the size: 0.5,0.5,1',
      'top',
    )
    .option('--paper <name>', `of a plan or a drawing: ${PAPER_NAMES.join(', ')}`, 'A3')
    .option('--scale <number>', 'of a plan: 100 for 1:100; the largest usual one that fits where left out')
    .option('--unit <unit>', 'of a DXF: mm, cm, m, in or ft', 'mm')
    .option('--release <name>', 'of an IFC: IFC4 or IFC4X3', 'IFC4')
    .option('--sheets', 'of a plan: the sheets beneath it, from an archive')
    .option('--set', 'of a PDF plan: all levels, each on a page of its own')
    .description('writes a project in an open format')
    .action(async (path: string, { format: name, out, ...on }: Options) => {
      const format = formatNamed(name)
      if (format?.withSources)
        throw new CliError('It holds the files of a project: take `calque archive`, or ask for it over HTTP.')
      if (format?.sinceState) throw new CliError('Two states are compared: take `calque differences OLDER NEWER`.')
      if (format?.ofIssues) throw new CliError('Two issues of a page are compared: take `calque compare OLDER NEWER`.')
      if (!format) throw new CliError(`There is no format ${name}. There are ${names}.`)
      const { project: read, archive } = await readProject(path)
      const along = sheetsAlong(format, on.sheets)
      if (along && !archive)
        throw new CliError('The sheets go along from an archive of the project: take `calque archive` to save one.')
      const kinds = along === 'pictures' ? (['image'] as const) : along === 'lines' ? [] : undefined
      const project = along && archive ? await withSheets(archive, read, kinds) : read
      const choice = choiceOf({ ...on, set: on.set ? 'true' : undefined, sheets: on.sheets ? 'true' : undefined })
      const bytes = await handOver(project, format, choice).catch((error: unknown) => {
        throw error instanceof PlanSheetError || error instanceof PartError ? new CliError(error.message) : error
      })
      if (out) await writeFile(out, bytes)
      // The mark is for spreadsheets that open a file; programs that read a pipe take it for a letter.
      else process.stdout.write(hasMark(bytes) ? bytes.subarray(MARK.length) : bytes)
    })
}

/** By which spreadsheets tell UTF-8. */
const MARK = new TextEncoder().encode(BYTE_ORDER_MARK)

const hasMark = (bytes: Uint8Array): boolean => MARK.every((byte, i) => bytes[i] === byte)

function choiceOf(options: Readonly<Record<string, string | undefined>>): HandOverChoice {
  try {
    return handOverChoiceSchema.validateSync(choiceFields(options), { strict: true })
  } catch (error) {
    throw new CliError((error as ValidationError).errors[0]!)
  }
}
