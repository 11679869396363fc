import type { Command } from 'commander'
import type { Point } from '@/core/geometry/vector'
import { FIRST_LEVEL } from '@/core/model/level/schema'
import type { ElementDraft, ProposedElement } from '@/core/propose/elements/element'
import { type ProposedLevel, proposeLevels } from '@/core/propose/levels'
import { type PlanReading, readPlan } from '@/core/propose/read-plan'
import { type TracedPlan, traceAll } from '@/core/propose/trace-all'
import { planCommand } from '../plan-command'
import { type PlanOnPage, rounded, wallsReport } from '../plan-on-page'

/** Heights of openings do not matter for what is read of a plan. */
const MAKING = { levelId: FIRST_LEVEL.id, headMm: 2100, sillMm: 900 }

/** The whole reading of a page: its scale, its walls and openings, and its rooms with what is printed in them. */
export function readPlanCommand(program: Command): void {
  const description =
    'reads a floor plan: scale, walls, openings, rooms, grid lines, columns and stairs, in millimetres from the lower left of the page'
  planCommand(program, { name: 'read-plan', description }, (page, least) => {
    const all = readPlan(page.linework, page.on, page.lines)
    const isSure = ({ certainty }: { readonly certainty: number }) => certainty >= least
    const reading = {
      ...all,
      walls: all.walls.filter(isSure),
      elements: all.elements.filter(isSure),
    }
    const traced = traceAll(reading.walls, reading.labels, new Map(), MAKING)
    const levels = proposeLevels(page.linework, page.on).filter(isSure)
    return {
      text: listOf(page, reading, traced),
      json: { ...reportOf(page, reading, traced), ...levelsReport(levels) },
    }
  })
}

const reportOf = ({ on, scan, scale }: PlanOnPage, { walls, elements }: PlanReading, { rooms }: TracedPlan) => ({
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
  ...elementsReport(elements),
})

const levelsReport = (levels: readonly ProposedLevel[]) => ({
  levels: levels.map(({ text, statedMm, at, certainty }) => ({
    text,
    statedMm: rounded(statedMm),
    at: placed(at),
    certainty: rounded(certainty),
  })),
})

const placed = ({ x, y }: Point): [number, number] => [rounded(x), rounded(y)]

/** Grid lines, columns and stairs, each kind by itself. */
function elementsReport(elements: readonly ProposedElement[]) {
  const gridLines: object[] = []
  const columns: object[] = []
  const stairs: object[] = []
  for (const { element, certainty: exact } of elements) {
    const certainty = rounded(exact)
    if (element.kind === 'grid-line') {
      const { name, start, end } = element
      gridLines.push({ name, start: placed(start), end: placed(end), certainty })
    } else if (element.kind === 'column') {
      const { at, section, widthMm, depthMm, turnRad } = element
      const sizes = { widthMm: rounded(widthMm), depthMm: rounded(depthMm), turnRad }
      columns.push({ at: placed(at), section, ...sizes, certainty })
    } else {
      const { start, end, widthMm, risers } = element
      stairs.push({ start: placed(start), end: placed(end), widthMm: rounded(widthMm), risers, certainty })
    }
  }
  return { gridLines, columns, stairs }
}

const squareMetres = (mm2: number): string => `${(mm2 / 1e6).toFixed(2)} m²`

function listOf({ on, scale }: PlanOnPage, { walls, elements }: PlanReading, { rooms }: TracedPlan): string {
  const openings = walls.reduce((sum, wall) => sum + wall.openings.length, 0)
  const sure = scale ? `, ${Math.round(scale.confidence * 100)} % sure` : ''
  const head = `${on.mmPerPt.toFixed(4)} mm in a point${sure}; ${walls.length} walls, ${openings} openings, ${rooms.length} rooms\n`
  const lines = rooms.map(({ name, number, areaMm2, statedMm2 }) => {
    const printed = statedMm2 === null ? '' : `\tprinted ${squareMetres(statedMm2)}`
    return `${number || '-'}\t${name || 'no name'}\t${squareMetres(areaMm2)}${printed}\n`
  })
  const beside = elements.map(
    ({ element, certainty }) => `${wordsOf(element)}\t${Math.round(certainty * 100)} % sure\n`,
  )
  return [head, ...lines, ...beside].join('')
}

function wordsOf(element: ElementDraft): string {
  if (element.kind === 'grid-line') return `grid line ${element.name}`
  if (element.kind === 'stair') return `stair, ${element.risers} risers`
  return `column, ${Math.round(element.widthMm)} x ${Math.round(element.depthMm)} mm`
}
