import { distance, type Point } from '@/core/geometry/vector'
import type { Joint, Member, MemberEnd } from '@/core/model/member/schema'
import { ofKind } from '@/core/model/of-kind'
import type { Plate } from '@/core/model/plate/schema'
import { sectionOf } from '@/core/model/section/schema'
import { chainsOf } from '@/core/model/shapes'
import { sizeOf } from '@/core/sections/shape'
import type { BoardPoint } from '@/studio/kernel/board-point'
import { EMPTY_SESSION, plain, putting, type Tool, type ToolContext } from '@/studio/kernel/tool'
import { paintChains } from '@/studio/painters/shapes'
import { shapeAt } from '@/studio/tooling/picking'
import { lineSeen } from '../new-member'
import { plateOptions } from '../options'

/** The plate that would close the end that is pointed at, and the member, which gives way where it stands against something. */
function closing({ at }: BoardPoint, context: ToolContext): { plate: Plate; member: Member } | null {
  const { plan, reachMm, records, options } = context
  const found = shapeAt(plan, at, reachMm, ({ kind }) => kind === 'member')
  const section = found?.kind === 'member' ? sectionOf(found.sectionId, records) : null
  if (found?.kind !== 'member' || !section) return null
  const line = lineSeen(found, context)
  const end: MemberEnd = distance(at, line.start) < distance(at, line.end) ? 'start' : 'end'
  const { widthMm, heightMm } = sizeOf(section.shape)
  const [x, y] = [widthMm / 2 + options(plateOptions).plateMarginMm, heightMm / 2 + options(plateOptions).plateMarginMm]
  const key = end === 'start' ? 'startJoint' : 'endJoint'
  const { plateThicknessMm: thicknessMm } = options(plateOptions)
  const joint = found[key] ?? jointAgainst(found, line[end], context)
  return {
    plate: {
      id: crypto.randomUUID(),
      kind: 'plate',
      levelId: found.levelId,
      ring: { xy: [-x, -y, x, -y, x, y, -x, y] },
      thicknessMm,
      asideMm: 0,
      on: { to: found.id, end },
      joined: 'welded',
    },
    member: joint ? { ...found, [key]: { ...joint, gapMm: joint.gapMm + thicknessMm } } : found,
  }
}

/** An end this near to the face of another member stands against it. */
const AGAINST_MM = 12

/** A plate lies on what the end stands against: where that is another member, the end is fitted to its face, and gives way. */
function jointAgainst(member: Member, at: Point, { plan }: ToolContext): Joint | undefined {
  const other = shapeAt(plan, at, AGAINST_MM, ({ kind, id }) => kind === 'member' && id !== member.id)
  return other ? { to: other.id, kind: 'face', gapMm: 0 } : undefined
}

/** Closes the end of a member with a plate as large as its section and a margin. */
export const endPlate: Tool = {
  ...plain,
  name: 'end-plate',
  word: 'End plate',
  picture: { film: 'M3 9h12v6H3z', ink: 'M3 9h12M3 15h12', red: 'M15 4h4v16h-4z' },
  also: ['head plate', 'base plate'],
  drawer: 'structure',
  key: null,
  options: () => plateOptions.controls('plateThicknessMm', 'plateMarginMm'),
  steps: ['trace'],
  places: true,
  bare: true,
  loupe: false,
  say: () =>
    'Click a member near the end that the plate closes. Where that stands against another member, it gives way.',
  fields: () => [],
  click: (session, point, context) => {
    const made = closing(point, context)
    if (!made) return { session, say: 'No member is near enough: click one near its end.' }
    const { plate, member } = made
    const there = ofKind('plate', context.records).some(({ on }) => on?.to === member.id && on.end === plate.on!.end)
    if (there) return { session, say: 'This end has a plate already.' }
    return { edit: putting('Close end with plate', member, plate), session: EMPTY_SESSION, pick: [plate.id] }
  },
  enter: () => ({ session: EMPTY_SESSION, done: true }),
  paint: (canvas, { cursor }, view, context) => {
    const made = cursor && closing(cursor, context)
    if (!made) return
    const records = new Map(context.records).set(made.member.id, made.member)
    paintChains(canvas, view, chainsOf(made.plate, { ...context.plan.around, records }))
  },
}
