import { type Remote, wrap } from 'comlink'
import { create } from 'zustand'
import { distance } from '@/core/geometry/vector'
import { levelIdOf } from '@/core/model/level/schema'
import type { ProjectRecord } from '@/core/model/registry'
import { boardMap } from '@/core/model/underlay/placement'
import type { Underlay } from '@/core/model/underlay/schema'
import { isSame, makeWalls } from '@/core/propose/make-walls'
import { networksOf } from '@/core/propose/walls/network'
import { type ProposedWall, USUAL_CERTAINTY } from '@/core/propose/walls/propose'
import type { ToolContext } from '@/studio/kernel/tool'
import { contentUrl } from '@/studio/state/api'
import { linesHash } from '@/studio/state/page-lines'
import { put, underlaysOf, useProject } from '@/studio/state/store'
import { lastOf } from '@/studio/tooling/last'
import { sheetOf } from '@/studio/tooling/sheet-of'
import type { WallReader } from '@/workers/walls'
import { makingOf } from './making'

/** What the sheets seem to show. */
export interface ProposedWalls {
  /** The underlay that was read, as it was then; null while none was. */
  readonly read: Underlay | null
  readonly walls: readonly ProposedWall[]
  readonly busy: boolean
  readonly problem: string | null
  /** From this certainty on a proposal is taken with all. */
  readonly certainty: number
}

export const useProposedWalls = create<ProposedWalls>(() => ({
  read: null,
  walls: [],
  busy: false,
  problem: null,
  certainty: USUAL_CERTAINTY,
}))

/** The sheets of the level that is worked on, the uppermost first. */
export function sheetsToRead(records: ReadonlyMap<string, ProjectRecord>, levelId: string | null): Underlay[] {
  return underlaysOf(records)
    .filter((underlay) => underlay.visible && (levelId === null || underlay.levelId === levelId))
    .reverse()
}

let worker: Remote<WallReader> | null = null

function reader(): Remote<WallReader> {
  worker ??= wrap<WallReader>(new Worker(new URL('../../../workers/walls.ts', import.meta.url), { type: 'module' }))
  return worker
}

/** Reads the walls of a sheet anew. */
export async function readWalls(underlay: Underlay): Promise<void> {
  const found = sheetOf(useProject.getState().sources, underlay.sheetId)
  const hash = found && linesHash(found.sheet)
  if (!hash)
    return useProposedWalls.setState({
      read: underlay,
      walls: [],
      problem: 'The lines of this sheet are still being read. Try again in a moment.',
    })
  const { placement, parts, markup, crop } = underlay
  useProposedWalls.setState({ read: underlay, walls: [], busy: true, problem: null })
  const isStill = () => useProposedWalls.getState().read === underlay
  try {
    const job = { map: boardMap(placement), mmPerPt: placement.mmPerPt, parts, markup, crop }
    const walls = await reader().propose(new URL(contentUrl(hash), location.href).href, job)
    if (isStill()) useProposedWalls.setState({ walls, busy: false })
  } catch (error) {
    if (isStill()) useProposedWalls.setState({ busy: false, problem: (error as Error).message })
  }
}

const last = lastOf<readonly ProposedWall[]>()

/** The proposals of which no wall has been made yet. */
export function openProposals({ records, levelId }: ToolContext): readonly ProposedWall[] {
  const { walls } = useProposedWalls.getState()
  return last([walls, records, levelId], () => {
    const standing = [...records.values()]
      .filter((record) => record.kind === 'wall')
      .filter((wall) => levelIdOf(wall) === levelId)
    return walls.filter((run) => !standing.some((wall) => isSame(wall, run)))
  })
}

/** Makes walls of proposals, with their openings. @returns the ids of what is new */
export function acceptWalls(accepted: readonly ProposedWall[], context: ToolContext): string[] {
  const { read } = useProposedWalls.getState()
  const made = makeWalls(accepted, context.records, makingOf(context, read?.id))
  put(accepted.length === 1 ? 'Accept wall' : 'Accept walls', ...made)
  return made.filter(({ id }) => !context.records.has(id)).map(({ id }) => id)
}

/** Those that are sure enough and hang together with one of them, over any number of others. */
export function connectedWith(wall: ProposedWall, context: ToolContext): ProposedWall[] {
  const { certainty } = useProposedWalls.getState()
  const sure = openProposals(context).filter((each) => each === wall || each.certainty >= certainty)
  const networks = networksOf(sure)
  const own = networks[sure.indexOf(wall)]
  return sure.filter((_, i) => networks[i] === own)
}

/** Proposals of about one thickness. */
export interface ThicknessGroup {
  readonly thicknessMm: number
  readonly walls: readonly ProposedWall[]
  readonly lengthMm: number
}

/** Thicknesses nearer than this are one. */
const ALIKE_MM = 8

/** Proposals by their thickness, the most first. */
export function byThickness(walls: readonly ProposedWall[]): ThicknessGroup[] {
  const sorted = [...walls].sort((a, b) => a.thicknessMm - b.thicknessMm)
  const groups: ProposedWall[][] = []
  for (const wall of sorted) {
    const last = groups.at(-1)
    if (last && wall.thicknessMm - last[0]!.thicknessMm < ALIKE_MM) last.push(wall)
    else groups.push([wall])
  }
  return groups
    .map((group) => ({
      thicknessMm: group[group.length >> 1]!.thicknessMm,
      walls: group,
      lengthMm: group.reduce((sum, { start, end }) => sum + distance(start, end), 0),
    }))
    .sort((a, b) => b.lengthMm - a.lengthMm)
}

/** Gives all proposals of a group one thickness. */
export function correctThickness(group: ThicknessGroup, thicknessMm: number): void {
  const alike = new Set(group.walls)
  const { walls } = useProposedWalls.getState()
  useProposedWalls.setState({ walls: walls.map((wall) => (alike.has(wall) ? { ...wall, thicknessMm } : wall)) })
}
