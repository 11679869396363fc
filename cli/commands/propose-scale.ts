import { basename } from 'node:path'
import type { Command } from 'commander'
import type { ScaleProposal } from '@/core/fit/proposal/propose'
import { mmPerPtOf, type StatedMeasure } from '@/core/sheet/measures'
import { formatRatio } from '@/core/units/format'
import { MM_PER_PT } from '@/core/units/length'
import { proposeForPage } from '@/server/reading/propose-page'
import { pageOf, withFile, writeAll } from '../read-file'

/** What is printed with `--json`. */
interface Report {
  found: boolean
  /** Site to paper: 100 for 1:100. Null, as what follows, where nothing was found. */
  ratio: number | null
  mmPerPt: number | null
  mmPerPtX: number | null
  mmPerPtY: number | null
  agree: number
  total: number
  /** 0 to 1. */
  confidence: number
  outliers: { text: string; statedMm: number; drawnMm: number }[]
  unitSystem: ScaleProposal['unitSystem'] | null
  /** The ratio that the sheet names in words; null where it names none. */
  stated: number | null
  /** Scales that the file itself records for parts of the page; boxes in points of the sheet, from its lower left. */
  measures: (Omit<StatedMeasure, 'box'> & { ratio: number; boxPt: StatedMeasure['box'] })[]
}

export function proposeScaleCommand(program: Command): void {
  program
    .command('propose-scale')
    .argument('<file>', 'a PDF, PNG, JPEG, WebP, TIFF, SVG or DXF')
    .description('finds the scale of a page from the dimensions that are printed on it')
    .requiredOption('--page <number>', 'the page, from 1')
    .option('--password <text>', 'for a protected file')
    .option('--json', 'as JSON instead of a sentence')
    .action(async (path: string, options: { page: string; password?: string; json?: boolean }) => {
      const proposal = await withFile(path, options.password, async (file) =>
        proposeForPage(await pageOf(file, basename(path), options.page)),
      )
      const report = reportOf(proposal)
      await writeAll(process.stdout, [options.json ? `${JSON.stringify(report)}\n` : sentence(report, proposal)])
    })
}

function reportOf(proposal: ScaleProposal | null): Report {
  const dimensions = proposal?.dimensions ?? []
  const outliers = dimensions.filter(({ agrees }) => !agrees)
  return {
    found: proposal !== null,
    ratio: proposal && proposal.mmPerPt / MM_PER_PT,
    mmPerPt: proposal?.mmPerPt ?? null,
    mmPerPtX: proposal?.mmPerPtX ?? null,
    mmPerPtY: proposal?.mmPerPtY ?? null,
    agree: dimensions.length - outliers.length,
    total: dimensions.length,
    confidence: proposal?.confidence ?? 0,
    outliers: outliers.map(({ text, statedMm, drawnMm }) => ({ text, statedMm, drawnMm })),
    unitSystem: proposal?.unitSystem ?? null,
    stated: proposal?.stated?.ratio ?? null,
    measures: (proposal?.measures ?? []).map(({ box, ...measure }) => ({
      ...measure,
      ratio: mmPerPtOf(measure) / MM_PER_PT,
      boxPt: box,
    })),
  }
}

function sentence(
  { ratio, agree, total, confidence, outliers, measures }: Report,
  proposal: ScaleProposal | null,
): string {
  if (!proposal || ratio === null)
    return 'This page states nothing of its scale: no printed dimension, no bar, no ratio.\n'
  const sure = `${Math.round(confidence * 100)} % sure`
  const recorded = measures
    .map(({ name, source, ratio: own, words }) =>
      `  the file records ${formatRatio(own)} for ${name ?? `a ${source}`} ${words && `(${words})`}`.trimEnd(),
    )
    .join('\n')
  if (total === 0 && recorded) return `${formatRatio(ratio)} (${sure}).\n${recorded}\n`
  if (total === 0) return `The page names ${proposal.stated?.words}; nothing printed on it confirms that (${sure}).\n`
  const stretch = proposal.stretched
    ? ` Stretched: ${formatRatio(proposal.mmPerPtX / MM_PER_PT)} along, ${formatRatio(proposal.mmPerPtY / MM_PER_PT)} up the page.`
    : ''
  const off = outliers.map(({ text, drawnMm }) => `  ${text}\tdrawn ${drawnMm.toFixed(1)} mm\n`).join('')
  return `${formatRatio(ratio)}: ${agree} of ${total} agree (${sure}).${stretch}\n${off}${recorded && `${recorded}\n`}`
}
