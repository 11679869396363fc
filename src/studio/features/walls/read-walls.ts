import { create } from 'zustand'
import type { ProjectRecord } from '@/core/model/registry'
import { boardMap } from '@/core/model/underlay/placement'
import type { Underlay } from '@/core/model/underlay/schema'
import { underlaysOf } from '@/core/model/underlay/underlays'
import type { PlanReading } from '@/core/propose/read-plan'
import { toolContext, workbench } from '@/studio/board/workbench'
import { contentUrl } from '@/studio/state/api'
import { choose, optionsNow } from '@/studio/state/bench'
import { linesHash } from '@/studio/state/page-lines'
import { useProject } from '@/studio/state/project'
import { WorkerClient } from '@/studio/state/worker-client'
import { sheetOf } from '@/studio/tooling/sheet-of'
import type { PlanReader } from '@/workers/walls'
import { proposalOptions } from './options'
import { traceSheet } from './proposals'

/** How the reading of walls goes. What was read lies among the options of the bench, where the tool looks. */
export const useWallReading = create<{ readonly busy: boolean; readonly problem: string | null }>(() => ({
  busy: false,
  problem: null,
}))

/** The sheets of the level that is worked on, the uppermost first. */
export function sheetsToRead(records: ReadonlyMap<string, ProjectRecord>, levelId: string | null): Underlay[] {
  return underlaysOf(records)
    .filter((underlay) => underlay.visible && (levelId === null || underlay.levelId === levelId))
    .reverse()
}

const reader = new WorkerClient<PlanReader>(
  () => new Worker(new URL('../../../workers/walls.ts', import.meta.url), { type: 'module' }),
)

/** Whether all was to be traced as soon as it is read; asked once. */
function takeTraceWhenRead(): boolean {
  const { traceWhenRead } = optionsNow(proposalOptions)
  if (traceWhenRead) choose(proposalOptions, { traceWhenRead: false })
  return traceWhenRead
}

/** How a reading ended that is still wanted; what was to follow upon it is not kept for another one. */
function ended(problem: string | null): void {
  useWallReading.setState({ busy: false, problem })
  if (takeTraceWhenRead() && problem === null) workbench.carryOut(traceSheet(toolContext()))
}

/** What a plan shows, as its sheet lies; null while its lines are still being read. */
export async function readPlanOf({ sheetId, placement, parts, markup, crop }: Underlay): Promise<PlanReading | null> {
  const found = sheetOf(useProject.getState().sources, sheetId)
  const hash = found && linesHash(found.sheet)
  if (!hash) return null
  const job = { map: boardMap(placement), mmPerPt: placement.mmPerPt, parts, markup, crop }
  return reader.call((plans) => plans.read(new URL(contentUrl(hash), location.href).href, job))
}

/** Reads the walls of a sheet anew. */
export async function readWalls(underlay: Underlay): Promise<void> {
  choose(proposalOptions, { read: underlay, walls: [], labels: [], elements: [], left: [], walking: false })
  useWallReading.setState({ busy: true, problem: null })
  const isStill = () => optionsNow(proposalOptions).read === underlay
  try {
    const reading = await readPlanOf(underlay)
    if (!isStill()) return
    if (!reading) return ended('The lines of this sheet are still being read. Try again in a moment.')
    choose(proposalOptions, reading)
    ended(null)
  } catch (error) {
    if (isStill()) ended((error as Error).message)
  }
}
