import { distance, type Point } from '@/core/geometry/vector'
import { alongOf, asideOf } from '@/core/model/wall/line'
import type { ProposedWall } from '@/core/propose/walls/proposed-wall'
import { formatLength } from '@/core/units/format'
import { EMPTY_SESSION, plain, type Tool, type ToolContext } from '@/studio/kernel/tool'
import { paintMeasure } from '@/studio/painters/measure'
import { paintFilms } from '@/studio/painters/walls'
import { lastOf } from '@/studio/tooling/kept-result'
import { ringsOf } from '../making'
import { proposalOptions, wallsCard } from '../options'
import {
  accept,
  acceptWalls,
  askedProposal,
  connectedWith,
  isElement,
  leave,
  openProposals,
  type Proposed,
  proposedWord,
} from '../proposals'
import { elementAt, elementFilms } from '../proposed-elements'

/** The proposal in which a place lies; the surest where there are several. */
function proposalAt(p: Point, context: ToolContext): ProposedWall | null {
  const at = openProposals(context).filter((wall) => {
    const along = alongOf(wall, p)
    const size = distance(wall.start, wall.end)
    return along > 0 && along < size && Math.abs(asideOf(wall, p)) < Math.max(context.reachMm, wall.thicknessMm / 2)
  })
  return at.reduce<ProposedWall | null>((best, each) => (!best || each.certainty > best.certainty ? each : best), null)
}

/** A column or a stair before a wall, a wall before a grid line. */
function proposedAt(p: Point, context: ToolContext): Proposed | null {
  const element = elementAt(p, context)
  return element && element.element.kind !== 'grid-line' ? element : (proposalAt(p, context) ?? element)
}

const percent = ({ certainty }: Proposed): number => Math.round(certainty * 100)

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

const NOTHING_ASKED = 'Begin with “Walk through” on the card: then Y makes what is unsure and N leaves it.'

/** What the sheet seems to show, as films over it: a click makes one, of walls with Shift what hangs together with it. */
export const proposedWalls: Tool = {
  ...plain,
  name: 'proposed-walls',
  word: 'Walls the sheet shows',
  picture: { film: 'M3 4h15v4H7v12H3z', ink: 'M3 4h15v4H7v12H3z', red: 'M11 15l3.5 4L21 11' },
  also: ['recognise', 'detect', 'all walls', 'propose', 'grid lines', 'columns', 'stairs'],
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
      does: 'Makes what is unsure and asked about',
      press: (session, context) => {
        const asked = askedProposal(context)
        return asked ? { session, ...accept(asked, context), pick: [] } : { session, say: NOTHING_ASKED }
      },
    },
    {
      key: 'n',
      does: 'Leaves what is unsure and asked about',
      press: (session, context) => {
        const asked = askedProposal(context)
        return asked ? { session, ...leave(asked, context) } : { session, say: NOTHING_ASKED }
      },
    },
  ],
  say: ({ cursor }, context) => {
    const asked = askedProposal(context)
    if (asked) return `Is this a ${proposedWord(asked)}? ${percent(asked)} % sure. Y makes it, N leaves it.`
    const under = cursor && proposedAt(cursor.at, context)
    if (!under) return 'Point at a film to see what it is and how sure; click to make it.'
    if (isElement(under)) return `A ${proposedWord(under)}, ${percent(under)} % sure: click to make it.`
    return `A wall of ${formatLength(under.thicknessMm, context.display)}, ${percent(under)} % sure: click to make it, with Shift all that hangs together.`
  },
  fields: () => [],
  click: (session, { at }, context) => {
    const under = proposedAt(at, context)
    if (!under)
      return { session, say: 'Nothing here looks like a wall, column, grid line or stair that is not there yet.' }
    if (isElement(under)) return { session: EMPTY_SESSION, ...accept(under, context) }
    return { session: EMPTY_SESSION, ...acceptWalls(session.held ? connectedWith(under, context) : [under], context) }
  },
  enter: () => ({ session: EMPTY_SESSION, done: true }),
  paint: (canvas, { cursor, held }, view, context) => {
    const { certainty } = context.options(proposalOptions)
    const films = filmsOf(context)
    const under = cursor && proposedAt(cursor.at, context)
    const lit = new Set<Proposed>(under ? (held && !isElement(under) ? connectedWith(under, context) : [under]) : [])
    const asked = askedProposal(context)
    if (asked) lit.add(asked)
    const look = (each: Proposed) => (lit.has(each) ? 'pointed' : each.certainty >= certainty ? 'sure' : 'doubtful')
    for (const { wall, outlines } of films) paintFilms(canvas, view, outlines, look(wall))
    for (const { proposed, outline } of elementFilms(context)) paintFilms(canvas, view, [outline], look(proposed))
    const measured = under ?? asked
    if (measured && !isElement(measured))
      paintMeasure(
        canvas,
        view,
        measured.start,
        measured.end,
        formatLength(distance(measured.start, measured.end), context.display),
      )
  },
}
