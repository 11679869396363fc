import JSZip from 'jszip'
import { buildingOf } from '@/core/building/building'
import { pieceMarks } from '@/core/building/marks'
import { platePiecesOf } from '@/core/building/plate-pieces'
import { beforeHandOver } from '@/core/check/before-hand-over'
import { type CheckedSheet, truenessOf } from '@/core/check/trueness'
import { compareSheets } from '@/core/compare/compare'
import { comparisonReport } from '@/core/compare/report'
import { topicsOfFindings, topicsOfRemarks } from '@/core/formats/bcf/from-project'
import { writeBcf } from '@/core/formats/bcf/write'
import { writeCsv } from '@/core/formats/csv/write'
import type { DxfDrawing } from '@/core/formats/dxf/drawing'
import { axesDrawing, planeDrawing, plateDrawing } from '@/core/formats/dxf/frames'
import { inUnit } from '@/core/formats/dxf/in-unit'
import { modelDrawing } from '@/core/formats/dxf/plan/plan'
import { withSheets } from '@/core/formats/dxf/sheets'
import { writeDxf } from '@/core/formats/dxf/write/write'
import { writeDxfR12 } from '@/core/formats/dxf/write/write-r12'
import { writeGbxml } from '@/core/formats/gbxml/write'
import { writeGlb } from '@/core/formats/gltf/write'
import { HAND_OVER_FORMATS, type HandOverFormat } from '@/core/formats/hand-over'
import { writeIfc } from '@/core/formats/ifc/write'
import { localZeroOf } from '@/core/formats/local-zero'
import type { HandOverChoice } from '@/core/formats/making'
import { drawChanges } from '@/core/formats/report/changes'
import type { DrawnPage } from '@/core/formats/report/marks'
import { drawTrueness } from '@/core/formats/report/trueness'
import type { HandedSheet } from '@/core/formats/sheets/placed'
import { writeFrameStep } from '@/core/formats/step/frame'
import { svgOfGroups } from '@/core/formats/svg/drawing'
import {
  boxOfPlans,
  drawnPlan,
  type PlanSheet,
  PlanSheetError,
  planName,
  writePlanSvg,
} from '@/core/formats/svg/write-plan'
import { isBuildingElement } from '@/core/model/building-shapes'
import { levelOfElement } from '@/core/model/level/of-element'
import { FIRST_LEVEL, levelsOf, withFirstLevel } from '@/core/model/level/schema'
import { displayOf, settingsOf } from '@/core/model/settings/schema'
import { workPlanesOf } from '@/core/model/work-plane/schema'
import { decodeSheet } from '@/core/sheet/binary'
import { changesTable } from '@/core/states/changes-table'
import { compareStates } from '@/core/states/compare-states'
import { cobieSheets } from '@/core/tables/cobie'
import { inJobUnits } from '@/core/tables/job-units'
import { TABLES, tablesOf } from '@/core/tables/registry'
import { isImperial } from '@/core/units/format'
import {
  drawingOfPart,
  dxfOfFace,
  dxfOfPart,
  glbOfPart,
  stepOfPart,
  stepOfParts,
  stlOfPart,
  threeMfOfPart,
  xlsxOfPart,
} from '../part/solid'
import { picturesOf, writeBundle } from './bundle'
import type { HandedPage, HandedProject } from './handed'
import { type PdfAbout, type PdfPage, pdfOf } from './pdf'
import { writeXlsx } from './xlsx'

type Writer = (project: HandedProject, on: HandOverChoice) => string | Uint8Array | Promise<string | Uint8Array>

const byId = ({ records }: HandedProject) => new Map(records.map((record) => [record.id, record]))
const built = (project: HandedProject) => buildingOf(byId(project))

const USUAL_PAPER = 'A3'

/** Two issues of a sheet, compared. @throws PlanSheetError */
function comparedIssues({ issues }: HandedProject) {
  if (!issues) throw new PlanSheetError('Say which pages are compared: older and newer.')
  const pageOf = ({ name, bytes }: HandedPage) => ({
    name,
    linework: decodeSheet(Uint8Array.from(bytes).buffer).linework,
  })
  const pages = { older: pageOf(issues.older), newer: pageOf(issues.newer) }
  const { mmPerPt: newerMmPerPt } = issues.newer
  const found = compareSheets(pages.older.linework, pages.newer.linework, {
    mmPerPt: issues.older.mmPerPt,
    ...(newerMmPerPt !== null && { newerMmPerPt }),
  })
  if (!found)
    throw new PlanSheetError('The two pages have nothing in common by which one could be laid onto the other.')
  return { pages, found }
}

const differences = (project: HandedProject) =>
  compareStates(new Map((project.before ?? []).map((record) => [record.id, record])), byId(project))

/** The level or work plane that is asked for; undefined where none is. @throws PlanSheetError */
function knownLevel(project: HandedProject, { level }: HandOverChoice): string | undefined {
  const records = byId(project)
  const known = [...withFirstLevel(records), ...workPlanesOf(records)]
  if (level !== undefined && !known.some(({ id }) => id === level))
    throw new PlanSheetError('There is no such level or work plane in the project.')
  return level
}

/** The sheets that go out beneath, the lowest first. */
function sheetsOf({ records, linework = [] }: HandedProject): (HandedSheet & CheckedSheet)[] {
  const bytesOf = new Map(linework.map(({ underlayId, bytes }) => [underlayId, bytes]))
  return records
    .flatMap((record) => (record.kind === 'underlay' && bytesOf.has(record.id) ? [record] : []))
    .sort((a, b) => a.order - b.order)
    .map((underlay) => ({
      underlay,
      ...decodeSheet(Uint8Array.from(bytesOf.get(underlay.id)!).buffer),
    }))
}

/** What of a project is drawn on which paper. @throws PlanSheetError */
function planSheet(project: HandedProject, on: HandOverChoice): PlanSheet {
  const { paper = USUAL_PAPER, scale } = on
  const levels = levelsOf(byId(project))
  const level = knownLevel(project, on)
  return {
    title: project.name,
    levelId: level ?? levels[0]?.id ?? FIRST_LEVEL.id,
    paper,
    ratio: scale ?? null,
    sheets: sheetsOf(project),
    marks: pieceMarks(built(project)),
  }
}

/** The levels of a set, the lowest first: those on which something is. */
function setOf(project: HandedProject): string[] {
  const records = byId(project)
  const used = new Set(
    project.records.flatMap((record) => (isBuildingElement(record) ? [levelOfElement(record, records)] : [])),
  )
  const levels = withFirstLevel(records).map(({ id }) => id)
  const drawn = levels.filter((id) => used.has(id))
  return drawn.length > 0 ? drawn : levels.slice(0, 1)
}

/** What the files of a project say of themselves. */
function aboutOf(project: HandedProject): PdfAbout {
  const { title } = settingsOf(byId(project))
  return { title: project.name, author: title?.organisation ?? title?.drawnBy }
}

/** A report on a project: pages without a scale of their own. */
const reportOf = (project: HandedProject, pages: readonly DrawnPage[]): Promise<Uint8Array> =>
  pdfOf(
    pages.map((page) => ({ ...page, ratio: null })),
    aboutOf(project),
  )

/** The work plane that is asked for. @throws PlanSheetError */
function planeId(project: HandedProject, { plane }: HandOverChoice): string {
  const planes = workPlanesOf(byId(project))
  const found = plane === undefined ? planes[0] : planes.find(({ id, name }) => id === plane || name === plane)
  if (!found)
    throw new PlanSheetError(
      planes.length === 0
        ? 'There is no work plane in the project yet.'
        : `There is no such work plane: there are ${planes.map(({ name }) => name).join(', ')}.`,
    )
  return found.id
}

/** A file for each kind of plate. */
async function platesArchive(project: HandedProject): Promise<Uint8Array> {
  const { plates, bolting } = built(project)
  const zip = new JSZip()
  for (const piece of platePiecesOf(plates, (id) => bolting.holes.get(id) ?? []))
    zip.file(`${piece.mark}.dxf`, [...writeDxf(plateDrawing(piece))].join(''))
  return zip.generateAsync({ type: 'uint8array', compression: 'DEFLATE' })
}

/** Who makes a file of a project, and when. */
function makerOf(project: HandedProject) {
  const { title } = settingsOf(byId(project))
  return { madeAt: now(), author: title?.drawnBy, organisation: title?.organisation }
}

/** The time, to the second. */
const now = (): string => new Date().toISOString().slice(0, 19)

const dxfText = (drawing: DxfDrawing, { unit = 'mm' }: HandOverChoice): string =>
  [...writeDxf(inUnit(drawing, unit))].join('')

/** The plan of all levels or of one, each laid out on paper. @throws PlanSheetError */
function planOf(project: HandedProject, on: HandOverChoice): DxfDrawing {
  const drawing = modelDrawing(project.records, {
    levelId: knownLevel(project, on),
    paper: on.paper ?? USUAL_PAPER,
    ratio: on.scale,
    title: project.name,
  })
  const level = on.level
  const beneath = sheetsOf(project).filter(({ underlay }) => level === undefined || underlay.levelId === level)
  const { x, y } = localZeroOf(built(project))
  // Lengths here are exact anywhere; who sets it beside files of single precision finds their zero.
  const whole = beneath.length > 0 ? withSheets(drawing, beneath) : drawing
  return x === 0 && y === 0 ? whole : { ...whole, comment: `IFC and glTF have their zero at ${x} ${y} mm` }
}

const WRITERS: Readonly<Record<string, Writer>> = {
  ifc: (project, on) => {
    const { title, site } = settingsOf(byId(project))
    const building = built(project)
    return writeIfc(building, {
      projectId: project.identity ?? project.id,
      name: project.name,
      madeAt: now(),
      release: on.release ?? 'IFC4',
      author: title?.drawnBy,
      organisation: title?.organisation,
      site,
      zero: localZeroOf(building),
      documents: project.records.flatMap((record) =>
        record.kind === 'underlay' ? [{ id: record.id, name: record.name, levelId: record.levelId }] : [],
      ),
    })
  },
  dxf: (project, on) => dxfText(planOf(project, on), on),
  'dxf-bundle': (project, on) =>
    writeBundle(project, planOf({ ...project, linework: [] }, on), sheetsOf(project), on.unit ?? 'mm'),
  'dxf-r12': (project, on) => writeDxfR12(inUnit(planOf(project, on), on.unit ?? 'mm')),
  'dxf-plane': (project, on) =>
    dxfText(planeDrawing(byId(project), planeId(project, on), pieceMarks(built(project))), on),
  'dxf-axes': (project, on) => dxfText(axesDrawing(built(project)), on),
  'dxf-plates': platesArchive,
  svg: async (project, on) => {
    const records = byId(project)
    const sheet = { ...planSheet(project, on), pictures: await picturesOf(project) }
    return writePlanSvg(records, displayOf(records), sheet)
  },
  pdf: async (project, on) => {
    const records = byId(project)
    const display = displayOf(records)
    const one = planSheet(project, on.set ? { ...on, level: undefined } : on)
    const levels = on.set ? setOf(project) : [one.levelId]
    const along = on.set ? boxOfPlans(records, display, levels) : undefined
    const sheet = { ...one, pictures: await picturesOf(project), ...(along && { along }) }
    const pages = levels.map((levelId): PdfPage => {
      const { groups, ratio } = drawnPlan(records, display, { ...sheet, levelId })
      return { groups, paper: sheet.paper, ratio, inFeet: isImperial(display), label: planName(levelId, records) }
    })
    return pdfOf(pages, aboutOf(project))
  },
  glb: (project) => {
    const building = built(project)
    return writeGlb(building, project.name, localZeroOf(building))
  },
  gbxml: (project) => writeGbxml(built(project), project.name, settingsOf(byId(project)).site),
  xlsx: (project) => {
    const display = displayOf(byId(project))
    return writeXlsx(tablesOf(built(project)).map((table) => inJobUnits(table, display)))
  },
  'pdf-changes': (project) => {
    const { pages, found } = comparedIssues(project)
    const { changes } = comparisonReport(found, displayOf(byId(project)))
    const drawn = drawChanges({ ...pages, title: 'Changes', found, says: changes.map(({ says }) => says) })
    return reportOf(project, drawn)
  },
  'sheet-changes': (project) =>
    `${JSON.stringify(comparisonReport(comparedIssues(project).found, displayOf(byId(project))))}\n`,
  'pdf-check': (project) => {
    const sheets = sheetsOf(project)
    const display = displayOf(byId(project))
    const trueness = truenessOf(byId(project), sheets)
    const pages = drawTrueness({ project: project.name, trueness, sheets, display })
    return reportOf(project, pages)
  },
  check: (project) =>
    `${JSON.stringify({ format: 'calque-check', version: 1, ...truenessOf(byId(project), sheetsOf(project)) }, null, 1)}\n`,
  'xlsx-differences': (project) => {
    const { elements, tables } = differences(project)
    return writeXlsx([changesTable(elements, byId(project)), ...tables])
  },
  differences: (project) => {
    const { elements, tables } = differences(project)
    const told = elements.map(({ before, after, ...rest }) => rest)
    return `${JSON.stringify({ format: 'calque-differences', version: 1, elements: told, tables }, null, 1)}\n`
  },
  bcf: async (project) => {
    const building = built(project)
    const { author, organisation, madeAt } = makerOf(project)
    const records = byId(project)
    const projectId = project.identity ?? project.id
    const head = { projectId, madeAt, author: author ?? organisation ?? 'unknown', zero: localZeroOf(building) }
    const topics = [...topicsOfRemarks(records, head), ...topicsOfFindings(beforeHandOver(building, records), head)]
    const zip = new JSZip()
    for (const [path, content] of writeBcf(topics, { projectId, name: project.name })) zip.file(path, content)
    return zip.generateAsync({ type: 'uint8array', compression: 'DEFLATE' })
  },
  findings: (project) => {
    const findings = beforeHandOver(built(project), byId(project))
    return `${JSON.stringify({ format: 'calque-findings', version: 1, findings }, null, 1)}\n`
  },
  cobie: (project) =>
    writeXlsx(
      cobieSheets(built(project), {
        projectName: project.name,
        madeAt: now(),
        title: settingsOf(byId(project)).title ?? {},
      }),
    ),
  json: ({ id, identity = id, name, records }) =>
    `${JSON.stringify({ format: 'calque-project', version: 1, id: identity, name, records }, null, 1)}\n`,
  step: (project, on) => stepOfPart(byId(project), on.part, makerOf(project)),
  'step-parts': (project) => stepOfParts(byId(project), project.name, makerOf(project)),
  'step-frame': (project) => {
    const building = built(project)
    if (building.members.length + building.plates.length === 0)
      throw new PlanSheetError('There is no member and no plate in the project yet.')
    return writeFrameStep(building, { ...makerOf(project), name: project.name }, localZeroOf(building))
  },
  'dxf-part': (project, on) => dxfOfPart(byId(project), on.part),
  'dxf-face': (project, on) => dxfOfFace(byId(project), on.part, on.face),
  'svg-part': async (project, on) => {
    const paper = on.paper ?? USUAL_PAPER
    return svgOfGroups(paper, project.name, await drawingOfPart(byId(project), on.part, paper))
  },
  'pdf-part': async (project, on) => {
    const paper = on.paper ?? USUAL_PAPER
    const groups = await drawingOfPart(byId(project), on.part, paper)
    return pdfOf([{ groups, paper, ratio: null }], aboutOf(project))
  },
  'glb-part': (project, on) => glbOfPart(byId(project), on.part),
  'xlsx-part': (project, on) => xlsxOfPart(byId(project), on.part),
  '3mf': (project, on) => threeMfOfPart(byId(project), on.part),
  stl: (project, on) => stlOfPart(byId(project), on.part),
  ...Object.fromEntries(
    TABLES.map((kind): [string, Writer] => [
      `csv-${kind.name}`,
      (project) => writeCsv(inJobUnits({ ...kind, rows: kind.rows(built(project)) }, displayOf(byId(project)))),
    ]),
  ),
}

export const formatNamed = (name: string): HandOverFormat | undefined =>
  HAND_OVER_FORMATS.find((format) => format.name === name)

/** A project as a file of one format. @throws PlanSheetError or PartError where it can't be, as asked */
export async function handOver(
  project: HandedProject,
  format: HandOverFormat,
  on: HandOverChoice = {},
): Promise<Uint8Array> {
  const write = WRITERS[format.name]
  if (!write) throw new Error(`${format.name} is not made of records alone.`)
  const made = await write(project, on)
  return typeof made === 'string' ? new TextEncoder().encode(made) : made
}
