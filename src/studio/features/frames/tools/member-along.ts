import { endOf, startOf } from '@/core/geometry/piece/piece'
import { distance, middle } from '@/core/geometry/vector'
import type { Member } from '@/core/model/member/schema'
import { ofKind } from '@/core/model/of-kind'
import { chainsOf } from '@/core/model/shapes'
import type { WallRun } from '@/core/propose/wall-run'
import { catalogued, fitsDepth, sectionsOfDepth } from '@/core/sections/catalogue'
import type { Section } from '@/core/sections/section'
import { formatLength } from '@/core/units/format'
import type { BoardPoint } from '@/studio/kernel/board-point'
import { EMPTY_SESSION, plain, putting, type Tool, type ToolContext } from '@/studio/kernel/tool'
import { paintMeasure } from '@/studio/painters/measure'
import { paintChains } from '@/studio/painters/shapes'
import { lineRunUnder, pairAround, sheetAt } from '@/studio/tooling/sheet-lines'
import { brokenAtSupports, newMember } from '../new-member'
import { memberOptions } from '../options'

/** Members along the sheet's line that is pointed at; while the key is held along all that hang together with it. */
function membersAlong(point: BoardPoint, held: boolean, context: ToolContext): Member[] {
  const tracedFrom = sheetAt(point.at, 2 * context.reachMm, context)
  return lineRunUnder(point, held, context)
    .filter((piece) => piece.kind === 'segment')
    .flatMap((piece) => {
      const made = { ...newMember(startOf(piece), endOf(piece), context), ...(tracedFrom && { tracedFrom }) }
      return context.options(memberOptions).memberRuns === 'broken' ? brokenAtSupports(made, context) : [made]
    })
}

const base = {
  ...plain,
  key: null,
  steps: ['trace'],
  places: true,
  bare: true,
  loupe: false,
  fields: () => [],
  options: () => memberOptions.controls('memberUse'),
  enter: () => ({ session: EMPTY_SESSION, done: true }),
} as const satisfies Partial<Tool>

function paintMembers(
  canvas: CanvasRenderingContext2D,
  view: Parameters<Tool['paint']>[2],
  members: readonly Member[],
  { plan }: ToolContext,
): void {
  for (const each of members) paintChains(canvas, view, chainsOf(each, plan.around))
}

/** Places a member along a line of the sheet: what would be made shows before the click. */
export const memberAlong: Tool = {
  ...base,
  name: 'member-along',
  word: 'Member along a sheet line',
  picture: { film: 'M4 15L16 4l3 3L7 18z', ink: 'M4 15L16 4l3 3L7 18z', red: 'M8 22L22 9' },
  also: ['beam', 'trace', 'sheet line'],
  drawer: 'structure',
  say: ({ cursor, held }, context) => {
    const members = cursor ? membersAlong(cursor, held, context) : []
    const [first] = members
    if (!first) return 'Point at a line of the sheet that a member follows.'
    if (members.length > 1) return `${members.length} members along lines that hang together: click to place them.`
    return `A ${first.use} of ${formatLength(distance(first.start, first.end), context.display)}: click to place it, with Shift all that hangs together.`
  },
  click: (session, point, context) => {
    const members = membersAlong(point, session.held, context)
    if (members.length === 0) return { session, say: 'No straight line of a sheet is near enough: point at one.' }
    return {
      edit: putting(members.length === 1 ? 'Place member along line' : 'Place members along lines', ...members),
      session: EMPTY_SESSION,
      pick: members.map(({ id }) => id),
    }
  },
  paint: (canvas, { cursor, held }, view, context) => {
    if (cursor) paintMembers(canvas, view, membersAlong(cursor, held, context), context)
  },
}

type Sections = Pick<(typeof memberOptions)['initial'], 'sectionId' | 'pairSectionId'>

/** Sections that a pair of lines may mean: the one taken by key, then those as deep, of these that of the bench first. */
function sectionsFor({ thicknessMm }: WallRun, { sectionId, pairSectionId }: Sections): Section[] {
  const found = sectionsOfDepth(thicknessMm)
  const chosen = catalogued(sectionId)
  const rank = (section: Section) => {
    if (section.name === pairSectionId) return 0
    // Members are drawn from the side: lines that lie as far apart as a section is deep mean that before its flange.
    const side = fitsDepth(section, thicknessMm) ? 1 : 10
    if (section.name === sectionId) return side
    return side + (section.family === chosen?.family ? 1 : section.stuff === chosen?.stuff ? 2 : 3)
  }
  return found.sort((a, b) => rank(a) - rank(b))
}

/** A member of the first section that fits, along the middle of a pair of lines. */
function memberIn(run: WallRun, point: BoardPoint, context: ToolContext): Member | null {
  const [section] = sectionsFor(run, context.options(memberOptions))
  if (!section) return null
  const tracedFrom = sheetAt(point.at, run.thicknessMm, context)
  const made = newMember(run.start, run.end, context)
  return { ...made, sectionId: section.name, seat: 'middle', ...(tracedFrom && { tracedFrom }) }
}

/** Reads a member from two lines of the sheet that lie as far apart as a section is deep. */
export const memberInPair: Tool = {
  ...base,
  name: 'member-in-pair',
  word: 'Member from the sheet',
  picture: { film: 'M4 18L15 3l5 4L9 22z', ink: 'M4 18L15 3M9 22L20 7', red: 'M6.5 20L17.5 5' },
  also: ['beam', 'two lines'],
  drawer: 'structure',
  keys: [
    {
      key: 'f',
      does: 'take the next section that fits',
      press: (session, context) => {
        const run = session.cursor && pairAround(session.cursor, context)
        // In one order, so that going on comes round to all of them.
        const sections = run ? sectionsFor(run, { ...context.options(memberOptions), pairSectionId: null }) : []
        const now = run ? sectionsFor(run, context.options(memberOptions))[0] : undefined
        const next = sections[(sections.findIndex(({ name }) => name === now?.name) + 1) % sections.length]
        return {
          session,
          ...(next && { choose: memberOptions.with({ sectionId: next.name, pairSectionId: next.name }) }),
        }
      },
    },
  ],
  say: ({ cursor }, context) => {
    const run = cursor && pairAround(cursor, context)
    if (!run) return 'Point between the two lines of a member on the sheet: the section that fits is offered.'
    const apart = formatLength(run.thicknessMm, context.display)
    const sections = sectionsFor(run, context.options(memberOptions))
    if (sections.length === 0) return `The lines lie ${apart} apart: no section is as deep.`
    const [first, ...others] = sections.slice(0, 4).map(({ name }) => name)
    return `${apart} apart: ${first}${others.length > 0 ? `, or ${others.join(', ')}` : ''}. Click to place ${first}${others.length > 0 ? ', F for the next' : ''}.`
  },
  click: (session, point, context) => {
    const run = pairAround(point, context)
    if (!run) return { session, say: 'No two lines of a sheet run on either side of this place.' }
    const made = memberIn(run, point, context)
    if (!made) return { session, say: 'No section of the catalogue is as deep as these lines lie apart.' }
    const same = ofKind('member', context.records).some(
      ({ levelId, start, end }) =>
        levelId === made.levelId && distance(middle(start, end), middle(made.start, made.end)) < 1,
    )
    if (same) return { session, say: 'This member is there already.' }
    return { edit: putting('Read member from sheet', made), session: EMPTY_SESSION, pick: [made.id] }
  },
  paint: (canvas, { cursor }, view, context) => {
    const run = cursor && pairAround(cursor, context)
    if (!run) return
    const made = memberIn(run, cursor, context)
    if (made) paintMembers(canvas, view, [made], context)
    paintMeasure(canvas, view, run.start, run.end, formatLength(distance(run.start, run.end), context.display))
  },
}
