import { basename } from 'node:path'
import type { Command } from 'commander'
import { type ProposedWall, proposeWalls, USUAL_CERTAINTY } from '@/core/propose/walls/propose'
import { certaintyOf, planOnPage, wallsReport } from '../plan-on-page'
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
      const least = certaintyOf(options.certainty)
      await withFile(path, options.password, async (file) => {
        const { linework, on, lines } = await planOnPage(
          await pageOf(file, basename(path), options.page),
          options.ratio,
        )
        const walls = proposeWalls(linework, on, lines).filter(({ certainty }) => certainty >= least)
        const report = { mmPerPt: on.mmPerPt, walls: wallsReport(walls) }
        await writeAll(process.stdout, [options.json ? `${JSON.stringify(report)}\n` : listOf(walls)])
      })
    })
}

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
