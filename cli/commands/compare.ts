import { basename } from 'node:path'
import { type Command, Option } from 'commander'
import { compareSheets } from '@/core/compare/compare'
import { penChanges, SAME_PLACE_PT } from '@/core/compare/pen-changes'
import { comparisonReport } from '@/core/compare/report'
import type { Linework } from '@/core/sheet/linework'
import { type LengthDisplay, USUAL_DISPLAY } from '@/core/units/format'
import { MM_PER_PT } from '@/core/units/length'
import { CliError } from '../cli-error'
import { linesOf, scaleOf } from '../plan-on-page'
import { pageOf, withFile, writeAll } from '../read-file'

interface Options {
  page: string
  olderPage: string
  ratio?: string
  tolerance?: string
  unit: LengthDisplay['unit']
  password?: string
  pens?: boolean
  json?: boolean
}

/** What differs between two issues of a page. */
export function compareCommand(program: Command): void {
  program
    .command('compare')
    .argument('<older>', 'a PDF, PNG, JPEG, WebP, TIFF, SVG or DXF')
    .argument('<newer>', 'its newer issue')
    .description('says what changed between two issues of a page, however the newer one lies on its paper')
    .option('--page <number>', 'the page of the newer file, from 1', '1')
    .option('--older-page <number>', 'the page of the older file, from 1', '1')
    .option('--ratio <number>', 'site to paper of the older page: 100 for 1:100; what it proposes where left out')
    .option(
      '--tolerance <mm>',
      'how far apart lines may lie on site to be the same; half a point on paper where left out',
    )
    .addOption(
      new Option('--unit <unit>', 'in which lengths are told').choices(['mm', 'cm', 'm', 'in', 'ft']).default('mm'),
    )
    .option('--password <text>', 'for protected files')
    .option('--pens', 'tells lines too of which only the pen differs')
    .option('--json', 'as JSON instead of a list')
    .action(async (olderPath: string, newerPath: string, options: Options) => {
      const { olderPage, page, ratio, password } = options
      const older = await withFile(olderPath, password, async (file) => {
        const read = await pageOf(file, basename(olderPath), olderPage)
        const { mmPerPt } = await scaleOf(read, ratio)
        return { ...(await linesOf(read)), mmPerPt }
      })
      const newer = await withFile(newerPath, password, async (file) =>
        linesOf(await pageOf(file, basename(newerPath), page)),
      )
      await writeAll(process.stdout, [report(older.linework, newer.linework, older.mmPerPt, options)])
    })
}

function report(
  older: Linework,
  newer: Linework,
  mmPerPt: number | null,
  { tolerance, unit, pens: wantsPens, json }: Options,
): string {
  const tolerancePt = tolerance === undefined ? undefined : toleranceOf(tolerance) / (mmPerPt ?? MM_PER_PT)
  const found = compareSheets(older, newer, { mmPerPt, ...(tolerancePt && { tolerancePt }) })
  if (!found) throw new CliError('The two pages have nothing in common by which one could be laid onto the other.')
  const display = { ...USUAL_DISPLAY[unit], ...(unit === 'mm' && { precision: 0 }) }
  const told = comparisonReport(found, display)
  const pens = wantsPens ? penChanges(older, newer, found.registration.map, tolerancePt ?? SAME_PLACE_PT) : []
  if (json) return `${JSON.stringify({ ...told, ...(wantsPens && { pens }) })}\n`
  const { changes } = told
  const head = told.sure
    ? `${changes.length} changes\n`
    : `${changes.length} changes; the pages agree in so little that they may not lie right on one another\n`
  const lines = changes.map(({ says, box }) => `${Math.round(box[0]!)}, ${Math.round(box[1]!)}\t${says}\n`)
  return [
    head,
    ...lines,
    ...pens.map(({ before, after, lines }) => `${lines} lines\t${before} became ${after}\n`),
  ].join('')
}

/** @throws CliError for what is no tolerance */
function toleranceOf(text: string): number {
  const mm = Number(text)
  if (!(mm > 0 && mm <= 1000)) throw new CliError(`“${text}” is no tolerance: write millimetres on site, 10 for 10 mm.`)
  return mm
}
