import { distance, type Point } from '@/core/geometry/vector'
import { bodyOf } from '@/core/model/member/body'
import type { Joint, Member, MemberEnd } from '@/core/model/member/schema'
import { chainsOf } from '@/core/model/shapes'
import { EMPTY_SESSION, plain, putting, type Session, type Tool, type ToolContext } from '@/studio/kernel/tool'
import { paintChains } from '@/studio/painters/shapes'
import { shapeAt } from '@/studio/tooling/picking'
import { lineSeen } from '../new-member'
import { jointOptions } from '../options'

function memberAt(at: Point, { plan, reachMm }: ToolContext, besides?: string): Member | null {
  const found = shapeAt(plan, at, reachMm, ({ kind, id }) => kind === 'member' && id !== besides)
  return found?.kind === 'member' ? found : null
}

/** The member whose end was pointed at, and which of its ends. */
function chosen(
  { ids: [id], points: [point] }: Session,
  context: ToolContext,
): { member: Member; end: MemberEnd } | null {
  const record = id ? context.records.get(id) : undefined
  if (record?.kind !== 'member' || !point) return null
  const { start, end } = lineSeen(record, context)
  return { member: record, end: distance(point.at, start) < distance(point.at, end) ? 'start' : 'end' }
}

/** The end of a member that lies nearer to another one. */
function endTowards(member: Member, other: Member, context: ToolContext): MemberEnd {
  const [own, their] = [lineSeen(member, context), lineSeen(other, context)]
  const away = (p: Point) => Math.min(distance(p, their.start), distance(p, their.end))
  return away(own.start) < away(own.end) ? 'start' : 'end'
}

const withJoint = (member: Member, end: MemberEnd, joint: Joint): Member =>
  end === 'start' ? { ...member, startJoint: joint } : { ...member, endJoint: joint }

/** What becomes of a member, and of the other one where both are mitred. */
function jointed(at: Point, session: Session, context: ToolContext): Member[] {
  const from = chosen(session, context)
  const other = from && memberAt(at, context, from.member.id)
  if (!from || !other) return []
  const { jointKind: kind, jointGapMm: gapMm } = context.options(jointOptions)
  const made = withJoint(from.member, from.end, { to: other.id, kind, gapMm })
  if (kind !== 'mitre') return [made]
  return [made, withJoint(other, endTowards(other, from.member, context), { to: made.id, kind, gapMm })]
}

/** Fits the end of a member to another one. */
export const joint: Tool = {
  ...plain,
  name: 'joint',
  word: 'Fit an end',
  picture: { film: 'M3 9h11v6H3z', ink: 'M3 9h11M3 15h11M16 3v18M21 3v18', red: 'M14 6v12' },
  also: ['cope', 'cut', 'notch', 'end'],
  drawer: 'structure',
  key: null,
  options: () => jointOptions.controls('jointKind', 'jointGapMm'),
  steps: ['trace'],
  places: true,
  bare: true,
  loupe: false,
  say: (session, context) =>
    chosen(session, context)
      ? 'Click the member that this end is fitted to.'
      : 'Click a member near the end that is fitted to another one.',
  fields: () => [],
  click: (session, point, context) => {
    if (!chosen(session, context)) {
      const member = memberAt(point.at, context)
      if (!member) return { session, say: 'No member is near enough: click one near its end.' }
      return { session: { ...session, ids: [member.id], points: [point] }, pick: [member.id] }
    }
    const made = jointed(point.at, session, context)
    if (made.length === 0) return { session, say: 'Click another member, to which the end is fitted.' }
    const records = new Map([...context.records, ...made.map((each) => [each.id, each] as const)])
    const body = bodyOf(made[0]!, records)
    if (!body) return { session, say: 'Nothing would be left of the member: choose another joint.' }
    const { end } = chosen(session, context)!
    const { problem } = body[end]
    if (problem) return { session, say: problem }
    return { edit: putting('Fit end of member', ...made), session: EMPTY_SESSION, pick: [made[0]!.id] }
  },
  enter: () => ({ session: EMPTY_SESSION, done: true }),
  paint: (canvas, session, view, context) => {
    if (!session.cursor) return
    const made = jointed(session.cursor.at, session, context)
    const records = new Map([...context.records, ...made.map((each) => [each.id, each] as const)])
    for (const each of made) paintChains(canvas, view, chainsOf(each, { ...context.plan.around, records }))
  },
}
