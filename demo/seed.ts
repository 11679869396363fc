import { setTimeout as sleep } from 'node:timers/promises'
import { eq } from 'drizzle-orm'
import { placementBy } from '@/core/fit/refit'
import type { ProjectRecord } from '@/core/model/registry'
import { newUnderlay } from '@/core/model/underlay/new'
import { placementAtRatio } from '@/core/model/underlay/placement'
import type { KnownDimension } from '@/core/model/underlay/schema'
import { LOCAL } from '@/core/people/rights'
import { keepChange } from '@/server/changes'
import { database, pool } from '@/server/database/client'
import { projects } from '@/server/database/schema'
import { issueProject } from '@/server/issues'
import { createProject } from '@/server/projects'
import { addSource, listSources } from '@/server/sources'
import { FRAME_PLANE } from './boathouse-frames'
import { BOATHOUSE_MODEL, UPPER_LEVEL } from './boathouse-model'
import { outriggerPart } from './outrigger'
import { boathouseGroundFloorAgain, boathouseSet } from './sheets/boathouse'
import { oldSurvey } from './sheets/old-survey'
import { outriggerPlate } from './sheets/outrigger-plate'
import { servicesDrawing } from './sheets/services-drawing'
import { shutterBrochure } from './sheets/shutter-brochure'
import { siteSheet } from './sheets/site-sheet'

/** Loads the demo project once; deleting it is respected as long as other projects are there. */
const DEMO = 'demo-boathouse'

/** One of every other kind that people are sent, to be tried out; the plan set comes first. */
const FURTHER: readonly (readonly [name: string, make: () => Uint8Array | Promise<Uint8Array>])[] = [
  ['boathouse-ground-floor-issue-B.pdf', boathouseGroundFloorAgain],
  ['old-shed-survey.jpg', oldSurvey],
  ['lower-meadow.pdf', siteSheet],
  ['services.dxf', servicesDrawing],
  ['outrigger-plate.svg', outriggerPlate],
  ['ferryman-shutters.pdf', shutterBrochure],
]

async function* once(bytes: Uint8Array): AsyncGenerator<Uint8Array> {
  yield bytes
}

async function seed(): Promise<void> {
  if ((await database().select().from(projects).limit(1)).length > 0) return
  const bytes = await boathouseSet()
  await createProject('Teal Reach Boathouse', LOCAL, DEMO)
  try {
    await addSource(DEMO, 'boathouse-plans.pdf', once(bytes))
    const [ground, upper, section] = await readSheets('boathouse-plans.pdf', [1, 2, 3])
    await placeAndTrace(ground!, upper!, section!)
    for (const [name, make] of FURTHER) await addSource(DEMO, name, once(await make()))
    const [plate] = await readSheets('outrigger-plate.svg', [1])
    await edit('Make outrigger plate', ...outriggerPart(plate!))
  } catch (error) {
    await database().delete(projects).where(eq(projects.id, DEMO))
    throw error
  }
}

/** The readers run beside this: waits until some pages of a file are read. @returns the ids of their sheets */
async function readSheets(file: string, pages: readonly number[]): Promise<string[]> {
  for (let tries = 0; tries < 600; tries++) {
    const source = (await listSources(DEMO)).find(({ name }) => name === file)
    if (source?.problem) throw new Error(source.problem)
    const sheets = pages.map((page) => source?.sheets.find(({ number }) => number === page))
    if (source?.status === 'ready' && sheets.every((sheet) => sheet?.status === 'ready'))
      return sheets.map((sheet) => sheet!.id)
    await sleep(100)
  }
  throw new Error('The demo sheets were not read within a minute: do the readers run?')
}

const edit = (label: string, ...records: readonly ProjectRecord[]) =>
  keepChange(DEMO, {
    id: crypto.randomUUID(),
    label,
    cause: 'edit',
    of: null,
    edits: records.map((after) => ({ id: after.id, before: null, after })),
  })

const FIRST_AFTER_ISSUE = 'Draw stair'

async function placeAndTrace(sheetId: string, upperId: string, sectionId: string): Promise<void> {
  // What somebody did before: fitted the plan by its longest printed length, checked it by its width, began to trace.
  const ptPerMm = (72 / 25.4 / 100) * 0.6866
  const onSheet = (x: number, y: number) => ({ x: 190 + x * ptPerMm, y: 255 + y * ptPerMm })
  const known = (
    id: string,
    role: KnownDimension['role'],
    x1: number,
    y1: number,
    x2: number,
    y2: number,
  ): KnownDimension => ({
    id,
    role,
    fromPt: onSheet(x1, y1),
    toPt: onSheet(x2, y2),
    statedMm: Math.round(Math.hypot(x2 - x1, y2 - y1)),
  })
  const length = known('demo-length', 'fit', 0, 0, 31200, 0)
  const width = known('demo-width', 'check', 31200, 0, 31200, 14400)
  const store = { ...known('demo-store', 'check', 26000, 13500, 30835, 13500), statedMm: 4829 }
  const fitted = placementBy(placementAtRatio(100), [length], false)
  const zero = { x: 190 * fitted.mmPerPt, y: 255 * fitted.mmPerPt }
  const underlay = newUnderlay({
    id: 'demo-ground-floor',
    name: 'Ground floor',
    sheetId,
    placement: { ...fitted, originMm: { x: -zero.x, y: -zero.y } },
    dimensions: [length, width, store],
    locked: true,
    order: 1,
  })
  await edit('Bring in sheet', underlay)
  for (const [label, records] of BOATHOUSE_MODEL) {
    // What came after it is told from it: stair, roof, frames.
    if (label === FIRST_AFTER_ISSUE)
      await issueProject(DEMO, { name: 'Issued for planning', formats: ['ifc', 'dxf', 'pdf', 'xlsx'] }, LOCAL)
    await edit(label, ...records)
  }
  await edit('Bring in sheet', {
    ...underlay,
    id: 'demo-upper-floor',
    name: 'Upper floor',
    sheetId: upperId,
    levelId: UPPER_LEVEL.id,
    dimensions: [{ ...length, id: 'demo-upper-length' }],
    order: 2,
  })
  // The section stands at its grid line: its zero at the outside of the south wall, on the ground.
  const stood = (x: number, y: number) => ({ x: 330 + x * ptPerMm, y: 300 + y * ptPerMm })
  const hall: KnownDimension = {
    ...length,
    id: 'demo-hall-width',
    fromPt: stood(0, 0),
    toPt: stood(14_400, 0),
    statedMm: 14_400,
  }
  const upright = placementBy(placementAtRatio(100), [hall], false)
  const foot = { x: 330 * upright.mmPerPt, y: 300 * upright.mmPerPt }
  await edit('Bring in sheet', {
    ...underlay,
    id: 'demo-section',
    name: 'Section A–A',
    sheetId: sectionId,
    levelId: FRAME_PLANE.id,
    placement: { ...upright, originMm: { x: -foot.x, y: -foot.y } },
    dimensions: [hall],
    // Only the section itself stands there, not its sheet.
    crop: [stood(-2600, -1000), stood(18_600, -1000), stood(18_600, 9600), stood(-2600, 9600)],
    order: 3,
  })
}

await seed()
await pool().end()
// The queue's own connections would keep the process alive.
process.exit(0)
