import { distance, type Point } from '@/core/geometry/vector'
import { alongOf, asideOf } from '@/core/model/wall/line'
import type { ProposedWall } from '@/core/propose/walls/propose'
import { formatLength } from '@/core/units/format'
import { EMPTY_SESSION, plain, type Tool, type ToolContext } from '@/studio/kernel/tool'
import { paintMeasure } from '@/studio/painters/measure'
import { paintFilms } from '@/studio/painters/walls'
import { lastOf } from '@/studio/tooling/kept-result'
import { ringsOf } from '../making'
import { proposalOptions, wallsCard } from '../options'
import { acceptWalls, askedProposal, connectedWith, leaveWall, openProposals } from '../proposals'

/** The proposal in which a place lies; the surest where there are several. */
function proposalAt(p: Point, context: ToolContext): ProposedWall | null {
  const at = openProposals(context).filter((wall) => {
    const along = alongOf(wall, p)
    const size = distance(wall.start, wall.end)
    return along > 0 && along < size && Math.abs(asideOf(wall, p)) < Math.max(context.reachMm, wall.thicknessMm / 2)
  })
  return at.reduce<ProposedWall | null>((best, each) => (!best || each.certainty > best.certainty ? each : best), null)
}

interface Film {
  readonly wall: ProposedWall
  readonly outlines: readonly (readonly Point[])[]
}

const last = lastOf<readonly Film[]>()

/** Outlines of the proposals, with those of their openings. */
const filmsOf = (context: ToolContext): readonly Film[] => {
  const open = openProposals(context)
  return last([open], () => open.map((wall) => ({ wall, outlines: ringsOf(wall, context) })))
}

const NOTHING_ASKED = 'Begin with “Walk through” on the card: then Y makes an unsure wall and N leaves it.'

/** Walls that the sheet seems to show, as films over it: a click makes one, with Shift what hangs together with it. */
export const proposedWalls: Tool = {
  ...plain,
  name: 'proposed-walls',
  word: 'Walls the sheet shows',
  picture: { film: 'M3 4h15v4H7v12H3z', ink: 'M3 4h15v4H7v12H3z', red: 'M11 15l3.5 4L21 11' },
  also: ['recognise', 'detect', 'all walls', 'propose'],
  drawer: 'walls',
  key: null,
  card: wallsCard,
  steps: ['trace'],
  onPlan: true,
  places: true,
  bare: true,
  loupe: false,
  keys: [
    {
      key: 'y',
      does: 'Makes the unsure wall that is asked about',
      press: (session, context) => {
        const asked = askedProposal(context)
        return asked ? { session, ...acceptWalls([asked], context), pick: [] } : { session, say: NOTHING_ASKED }
      },
    },
    {
      key: 'n',
      does: 'Leaves the unsure wall that is asked about',
      press: (session, context) => {
        const asked = askedProposal(context)
        return asked ? { session, ...leaveWall(asked, context) } : { session, say: NOTHING_ASKED }
      },
    },
  ],
  say: ({ cursor }, context) => {
    const asked = askedProposal(context)
    if (asked) return `Is this a wall? ${Math.round(asked.certainty * 100)} % sure. Y makes it, N leaves it.`
    const wall = cursor && proposalAt(cursor.at, context)
    if (!wall) return 'Point at a film to see how sure it is; click to make the wall.'
    const sure = Math.round(wall.certainty * 100)
    return `A wall of ${formatLength(wall.thicknessMm, context.display)}, ${sure} % sure: click to make it, with Shift all that hangs together.`
  },
  fields: () => [],
  click: (session, { at }, context) => {
    const wall = proposalAt(at, context)
    if (!wall) return { session, say: 'Nothing here looks like a wall that is not there yet.' }
    return { session: EMPTY_SESSION, ...acceptWalls(session.held ? connectedWith(wall, context) : [wall], context) }
  },
  enter: () => ({ session: EMPTY_SESSION, done: true }),
  paint: (canvas, { cursor, held }, view, context) => {
    const { certainty } = context.options(proposalOptions)
    const films = filmsOf(context)
    const under = cursor && proposalAt(cursor.at, context)
    const lit = new Set(under ? (held ? connectedWith(under, context) : [under]) : [])
    const asked = askedProposal(context)
    if (asked) lit.add(asked)
    for (const { wall, outlines } of films)
      paintFilms(canvas, view, outlines, lit.has(wall) ? 'pointed' : wall.certainty >= certainty ? 'sure' : 'doubtful')
    const measured = under ?? asked
    if (measured)
      paintMeasure(
        canvas,
        view,
        measured.start,
        measured.end,
        formatLength(distance(measured.start, measured.end), context.display),
      )
  },
}
