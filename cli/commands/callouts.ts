import { basename } from 'node:path'
import type { Command } from 'commander'
import { findCallouts, unitOfCallouts } from '@/core/part/callouts/find'
import { MM_PER_PT } from '@/core/units/length'
import { CliError } from '../cli-error'
import { pageOf, withFile } from '../read-file'

interface Options {
  page: string
  password?: string
  ratio: string
  unit?: string
}

export function callouts(program: Command): void {
  program
    .command('callouts')
    .argument('<file>', 'a PDF, SVG or DXF')
    .description('prints the notes of holes, radii, bevels and thicknesses on a page, with the circles they call for')
    .requiredOption('--page <number>', 'the page, from 1')
    .option('--password <text>', 'for a protected file')
    .option('--ratio <number>', 'true size to paper: 2 for 1:2', '1')
    .option('--unit <unit>', 'of figures without a mark: mm or in; told from the sheet where left out')
    .action(async (path: string, { page, password, ratio, unit }: Options) => {
      const times = Number(ratio)
      if (!(times > 0 && Number.isFinite(times)))
        throw new CliError(`“${ratio}” is no ratio: write 2 for a sheet at 1:2.`)
      if (unit !== undefined && unit !== 'mm' && unit !== 'in')
        throw new CliError(`“${unit}” is no unit: write mm or in.`)
      await withFile(path, password, async (file) => {
        const read = await (await pageOf(file, basename(path), page)).linework()
        const mmPerPt = MM_PER_PT * times
        const figures = unit ?? unitOfCallouts(read, mmPerPt, 'mm')
        const found = findCallouts(read, mmPerPt, figures)
        process.stdout.write(`${JSON.stringify({ unit: 'pt', figures, callouts: found })}\n`)
      })
    })
}
