import { basename } from 'node:path'
import type { Command } from 'commander'
import { FIRST_LEVEL } from '@/core/model/level/schema'
import { type PlanReading, readPlan, type TracedPlan, traceAll } from '@/core/propose/read-plan'
import { USUAL_CERTAINTY } from '@/core/propose/walls/propose'
import { certaintyOf, type PlanOnPage, planOnPage, rounded, wallsReport } from '../plan-on-page'
import { pageOf, withFile, writeAll } from '../read-file'

interface Options {
  page: string
  ratio?: string
  certainty: string
  password?: string
  json?: boolean
}

/** Heights of openings do not matter for what is read of a plan. */
const MAKING = { levelId: FIRST_LEVEL.id, headMm: 2100, sillMm: 900 }

/** The whole reading of a page: its scale, its walls and openings, and its rooms with what is printed in them. */
export function readPlanCommand(program: Command): void {
  program
    .command('read-plan')
    .argument('<file>', 'a PDF, PNG, JPEG, WebP, TIFF, SVG or DXF')
    .description('reads a floor plan: scale, walls, openings and rooms, in millimetres from the lower left of the page')
    .requiredOption('--page <number>', 'the page, from 1')
    .option('--ratio <number>', 'site to paper: 100 for 1:100; what the page proposes where it is left out')
    .option('--certainty <number>', 'the least certainty of walls, 0 to 1', String(USUAL_CERTAINTY))
    .option('--password <text>', 'for a protected file')
    .option('--json', 'as JSON instead of a list')
    .action(async (path: string, options: Options) => {
      const least = certaintyOf(options.certainty)
      await withFile(path, options.password, async (file) => {
        const page = await planOnPage(await pageOf(file, basename(path), options.page), options.ratio)
        const all = readPlan(page.linework, page.on, page.lines)
        const reading = { ...all, walls: all.walls.filter(({ certainty }) => certainty >= least) }
        const traced = traceAll(reading.walls, reading.labels, new Map(), MAKING)
        const text = options.json
          ? `${JSON.stringify(reportOf(page, reading, traced))}\n`
          : listOf(page, reading, traced)
        await writeAll(process.stdout, [text])
      })
    })
}

const reportOf = ({ on, scan, scale }: PlanOnPage, { walls }: PlanReading, { rooms }: TracedPlan) => ({
  mmPerPt: on.mmPerPt,
  content: scan ? 'scan' : 'vector',
  scale: scale && {
    mmPerPt: scale.mmPerPt,
    certainty: rounded(scale.confidence),
    dimensions: scale.dimensions.length,
    agreeing: scale.dimensions.filter(({ agrees }) => agrees).length,
  },
  walls: wallsReport(walls),
  rooms: rooms.map(({ at, name, number, areaMm2, statedMm2, certainty }) => ({
    at: [rounded(at.x), rounded(at.y)],
    name,
    number,
    areaMm2: Math.round(areaMm2),
    statedAreaMm2: statedMm2 === null ? null : Math.round(statedMm2),
    certainty: rounded(certainty),
  })),
})

const squareMetres = (mm2: number): string => `${(mm2 / 1e6).toFixed(2)} m²`

function listOf({ on, scale }: PlanOnPage, { walls }: PlanReading, { rooms }: TracedPlan): string {
  const openings = walls.reduce((sum, wall) => sum + wall.openings.length, 0)
  const sure = scale ? `, ${Math.round(scale.confidence * 100)} % sure` : ''
  const head = `${on.mmPerPt.toFixed(4)} mm in a point${sure}; ${walls.length} walls, ${openings} openings, ${rooms.length} rooms\n`
  const lines = rooms.map(({ name, number, areaMm2, statedMm2 }) => {
    const printed = statedMm2 === null ? '' : `\tprinted ${squareMetres(statedMm2)}`
    return `${number || '-'}\t${name || 'no name'}\t${squareMetres(areaMm2)}${printed}\n`
  })
  return [head, ...lines].join('')
}
