import { distance } from '@/core/geometry/vector'
import { levelIdOf } from '@/core/model/level/schema'
import type { ProjectRecord } from '@/core/model/registry'
import { isAreaApart } from '@/core/model/space/stated-area'
import type { ProposedElement } from '@/core/propose/elements/element'
import { makeElements } from '@/core/propose/elements/make'
import { isSame, makeWalls } from '@/core/propose/make-walls'
import { traceAll } from '@/core/propose/trace-all'
import { networksOf } from '@/core/propose/walls/network'
import type { ProposedWall } from '@/core/propose/walls/proposed-wall'
import { type Effects, putting, type ToolContext } from '@/studio/kernel/tool'
import { lastOf } from '@/studio/tooling/kept-result'
import { makingOf } from './making'
import { proposalOptions } from './options'
import { acceptElements, ELEMENT_WORDS, elementsInWords, openElements, sureElements } from './proposed-elements'

const last = lastOf<readonly ProposedWall[]>()

/** The proposals of which no wall has been made yet. */
export function openProposals({ records, levelId, options }: ToolContext): readonly ProposedWall[] {
  const { walls, left } = options(proposalOptions)
  return last([walls, left, records, levelId], () => {
    const standing = [...records.values()]
      .filter((record) => record.kind === 'wall')
      .filter((wall) => levelIdOf(wall) === levelId)
    return walls.filter((run) => !left.includes(run) && !standing.some((wall) => isSame(wall, run)))
  })
}

/** Makes walls of proposals, with their openings; what is new is picked. */
export function acceptWalls(accepted: readonly ProposedWall[], context: ToolContext): Effects {
  const { read } = context.options(proposalOptions)
  const made = makeWalls(accepted, context.records, makingOf(context, read?.id))
  return {
    edit: putting(accepted.length === 1 ? 'Accept wall' : 'Accept walls', ...made),
    pick: made.filter(({ id }) => !context.records.has(id)).map(({ id }) => id),
  }
}

/** The proposals that are not sure enough to be made with all, the surest first. */
function unsureProposals(context: ToolContext): readonly ProposedWall[] {
  const { certainty } = context.options(proposalOptions)
  return openProposals(context)
    .filter((wall) => wall.certainty < certainty)
    .sort((a, b) => b.certainty - a.certainty)
}

/** A wall, or something that stands beside walls. */
export type Proposed = ProposedWall | ProposedElement

export const isElement = (proposed: Proposed): proposed is ProposedElement => 'element' in proposed

/** What is not sure enough to be made with all, walls before what stands beside them. */
export function allUnsure(context: ToolContext): readonly Proposed[] {
  const { certainty } = context.options(proposalOptions)
  return [...unsureProposals(context), ...openElements(context).filter((each) => each.certainty < certainty)]
}

/** The unsure proposal that is asked about while they are walked through. */
export const askedProposal = (context: ToolContext): Proposed | null =>
  context.options(proposalOptions).walking ? (allUnsure(context)[0] ?? null) : null

/** What a proposal would be: `wall`, `grid line A`. */
export function proposedWord(proposed: Proposed): string {
  if (!isElement(proposed)) return 'wall'
  const { element } = proposed
  return element.kind === 'grid-line' ? `grid line ${element.name}` : ELEMENT_WORDS[element.kind]
}

/** Makes one proposal; what is new is picked. */
export const accept = (proposed: Proposed, context: ToolContext): Effects =>
  isElement(proposed) ? acceptElements([proposed], context) : acceptWalls([proposed], context)

/** Leaves a proposal: it shows no more, until the sheet is read again. */
export function leave(proposed: Proposed, context: ToolContext): Effects {
  const { left } = context.options(proposalOptions)
  return { choose: proposalOptions.with({ left: [...left, proposed] }) }
}

/** Makes everything that is sure enough: walls with their openings, the rooms that they enclose, and what stands beside. */
export function traceSheet(context: ToolContext): Effects {
  const { read, labels, certainty } = context.options(proposalOptions)
  const sure = openProposals(context).filter((wall) => wall.certainty >= certainty)
  const making = makingOf(context, read?.id)
  const { records: built, rooms } = traceAll(sure, labels, context.records, making)
  const beside = sureElements(context)
  const drafts = beside.map(({ element }) => element)
  const records = [...built, ...makeElements(drafts, context.records, making)]
  if (records.length === 0) return { say: 'Nothing more on this sheet is sure enough to be traced.' }
  const made = records.filter(({ id }) => !context.records.has(id))
  const count = (kind: ProjectRecord['kind']) => made.filter((record) => record.kind === kind).length
  const apart = rooms.filter(({ areaMm2, statedMm2 }) => statedMm2 !== null && isAreaApart(areaMm2, statedMm2)).length
  const words = [
    `Made ${countOf(count('wall'), 'wall')}, ${countOf(count('opening'), 'opening')} and ${countOf(count('space'), 'room')}.`,
    beside.length > 0 && `Also ${elementsInWords(beside)}.`,
    apart > 0 && `The printed area of ${countOf(apart, 'room')} differs from what was traced: Check lists them.`,
  ]
  return { edit: putting('Trace it all', ...records), pick: [], say: words.filter(Boolean).join(' ') }
}

const countOf = (count: number, word: string): string => `${count} ${count === 1 ? word : `${word}s`}`

/** Those that are sure enough and hang together with one of them, over any number of others. */
export function connectedWith(wall: ProposedWall, context: ToolContext): ProposedWall[] {
  const { certainty } = context.options(proposalOptions)
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

/** Proposals of which those of a group have one thickness. */
export function withThickness(
  walls: readonly ProposedWall[],
  group: ThicknessGroup,
  thicknessMm: number,
): readonly ProposedWall[] {
  const alike = new Set(group.walls)
  return walls.map((wall) => (alike.has(wall) ? { ...wall, thicknessMm } : wall))
}
