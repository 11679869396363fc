import { basename } from 'node:path'
import type { Command } from 'commander'
import { projectiveOf } from '@/core/geometry/projective'
import { type ProposedWall, proposeWalls, USUAL_CERTAINTY } from '@/core/propose/walls/propose'
import { sheetFinder } from '@/core/propose/walls/sheet-finder'
import { indexSheet } from '@/core/sheet/binary'
import { contentOf, countContent } from '@/core/sheet/linework'
import { MM_PER_PT } from '@/core/units/length'
import { proposeForPage } from '@/server/reading/propose-page'
import { strokesOf } from '@/server/reading/strokes'
import { CliError } from '../cli-error'
import { pageOf, withFile, writeAll } from '../read-file'

interface Options {
  page: string
  ratio?: string
  certainty: string
  password?: string
  json?: boolean
}

export function proposeWallsCommand(program: Command): void {
  program
    .command('propose-walls')
    .argument('<file>', 'a PDF, PNG, JPEG, WebP, TIFF, SVG or DXF')
    .description('finds what looks like a wall on a page, with its openings: millimetres from its lower left')
    .requiredOption('--page <number>', 'the page, from 1')
    .option('--ratio <number>', 'site to paper: 100 for 1:100; what the page proposes where it is left out')
    .option('--certainty <number>', 'the least certainty, 0 to 1', String(USUAL_CERTAINTY))
    .option('--password <text>', 'for a protected file')
    .option('--json', 'as JSON instead of a list')
    .action(async (path: string, options: Options) => {
      const least = Number(options.certainty)
      if (!(least >= 0 && least <= 1))
        throw new CliError(`“${options.certainty}” is no certainty: write a number from 0 to 1.`)
      await withFile(path, options.password, async (file) => {
        const page = await pageOf(file, basename(path), options.page)
        const mmPerPt =
          options.ratio === undefined ? (await proposeForPage(page))?.mmPerPt : ratioOf(options.ratio) * MM_PER_PT
        if (mmPerPt === undefined)
          throw new CliError('This page states nothing of its scale: say it with --ratio, 100 for 1:100.')
        const own = await page.linework()
        const linework = contentOf(countContent(own)) === 'image' ? await strokesOf(page) : own
        const map = projectiveOf([mmPerPt, 0, 0, mmPerPt, 0, 0])
        const on = { map, mmPerPt, parts: [], markup: false, shows: () => true }
        const walls = proposeWalls(linework, on, sheetFinder(indexSheet(linework).index, map, mmPerPt)).filter(
          ({ certainty }) => certainty >= least,
        )
        await writeAll(process.stdout, [options.json ? `${JSON.stringify(reportOf(walls, mmPerPt))}\n` : listOf(walls)])
      })
    })
}

function ratioOf(text: string): number {
  const ratio = Number(text)
  if (!(ratio > 0 && Number.isFinite(ratio)))
    throw new CliError(`“${text}” is no ratio: write 100 for a sheet at 1:100.`)
  return ratio
}

const rounded = (value: number) => Math.round(value * 1000) / 1000

const reportOf = (walls: readonly ProposedWall[], mmPerPt: number) => ({
  mmPerPt,
  walls: walls.map(({ start, end, thicknessMm, certainty, openings }) => ({
    start: [rounded(start.x), rounded(start.y)],
    end: [rounded(end.x), rounded(end.y)],
    thicknessMm: rounded(thicknessMm),
    certainty: rounded(certainty),
    openings: openings.map((opening) => ({
      ...opening,
      alongMm: rounded(opening.alongMm),
      widthMm: rounded(opening.widthMm),
    })),
  })),
})

function listOf(walls: readonly ProposedWall[]): string {
  if (walls.length === 0) return 'Nothing on this page looks like a wall.\n'
  return walls
    .map(({ start, end, thicknessMm, certainty, openings }) => {
      const at = [start, end].map(({ x, y }) => `${Math.round(x)},${Math.round(y)}`).join(' to ')
      const count = openings.length === 1 ? '1 opening' : `${openings.length} openings`
      return `${at}\t${Math.round(thicknessMm)} mm\t${count}\t${Math.round(certainty * 100)} % sure\n`
    })
    .join('')
}
