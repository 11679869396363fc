import { basename } from 'node:path'
import type { Command } from 'commander'
import { USUAL_CERTAINTY } from '@/core/propose/walls/proposed-wall'
import { certaintyOf, type PlanOnPage, planOnPage } from './plan-on-page'
import { pageOf, withFile, writeAll } from './read-file'

interface Options {
  page: string
  ratio?: string
  certainty: string
  password?: string
  json?: boolean
}

/** What a command says of a plan, as text for people and as JSON. */
export interface PlanReport {
  readonly text: string
  readonly json: unknown
}

/** A command that reads a plan on a page of a file. @param report is given the least certainty of walls */
export function planCommand(
  program: Command,
  { name, description }: { readonly name: string; readonly description: string },
  report: (page: PlanOnPage, leastCertainty: number) => PlanReport,
): void {
  program
    .command(name)
    .argument('<file>', 'a PDF, PNG, JPEG, WebP, TIFF, SVG or DXF')
    .description(description)
    .requiredOption('--page <number>', 'the page, from 1')
    .option('--ratio <number>', 'site to paper: 100 for 1:100; what the page proposes where it is left out')
    .option('--certainty <number>', 'the least certainty of walls, 0 to 1', String(USUAL_CERTAINTY))
    .option('--password <text>', 'for a protected file')
    .option('--json', 'as JSON instead of a list')
    .action(async (path: string, options: Options) => {
      const least = certaintyOf(options.certainty)
      await withFile(path, options.password, async (file) => {
        const page = await planOnPage(await pageOf(file, basename(path), options.page), options.ratio)
        const { text, json } = report(page, least)
        await writeAll(process.stdout, [options.json ? `${JSON.stringify(json)}\n` : text])
      })
    })
}
