import { ringChain } from '@/core/draft/chain'
import type { Point } from '@/core/geometry/vector'
import { ofKind } from '@/core/model/of-kind'
import type { Boundary } from '@/core/model/space/boundary'
import { nextNumber } from '@/core/model/space/number'
import type { Space } from '@/core/model/space/schema'
import { formatArea } from '@/core/units/format'
import { EMPTY_SESSION, plain, putting, type Tool, type ToolContext } from '@/studio/kernel/tool'
import { toScreen } from '@/studio/kernel/view'
import { paintLabel } from '@/studio/painters/labels'
import { paintChains } from '@/studio/painters/shapes'
import { lastOf } from '@/studio/tooling/kept-result'

const last = lastOf<Boundary | null>()

const enclosure = (at: Point, { plan, levelId }: ToolContext): Boundary | null =>
  last([plan.version, levelId, at.x, at.y], () => plan.enclosureOf({ at, levelId }))

/** A click into a room gives it a name and a number. */
export const room: Tool = {
  ...plain,
  name: 'room',
  word: 'Room',
  picture: { film: 'M4 4h16v16H4z', ink: 'M4 4h16v16H4z', red: 'M8 11h8M8 15h5' },
  also: ['space', 'area', 'name'],
  drawer: 'rooms',
  key: null,
  steps: ['trace'],
  onPlan: true,
  places: true,
  bare: true,
  loupe: false,
  say: () => 'Click into a room that walls and separators enclose. Its name can be typed first.',
  fields: ({ typed }) => [{ name: 'name', label: 'Name', value: typed.name ?? '', hint: 'What the room is called' }],
  click: (session, { at }, context) => {
    const { plan, records, levelId } = context
    const found = enclosure(at, context)
    if (!found)
      return { session, say: 'Nothing encloses this place: close the walls, or draw a separator across the gap.' }
    const same = [...records.values()].find(
      (record) =>
        record.kind === 'space' &&
        record.levelId === levelId &&
        plan.boundaryOf(record)?.areaMm2 === found.areaMm2 &&
        isSameRing(plan.boundaryOf(record)!, found),
    )
    if (same?.kind === 'space') return { session, say: `This is ${same.number} ${same.name} already.`, pick: [same.id] }
    const id = crypto.randomUUID()
    const made: Space = {
      id,
      kind: 'space',
      levelId,
      at,
      name: session.typed.name?.trim() || 'Room',
      number: nextNumber(ofKind('space', records).map(({ number }) => number)),
      use: '',
    }
    return { session: EMPTY_SESSION, edit: putting('Make room', made), pick: [id] }
  },
  enter: () => ({ session: EMPTY_SESSION, done: true }),
  paint: (canvas, { cursor }, view, context) => {
    const found = cursor && enclosure(cursor.at, context)
    if (!cursor || !found) return
    paintChains(canvas, view, [ringChain(found.ring)])
    const { x, y } = toScreen(view, cursor.at)
    paintLabel(canvas, formatArea(found.areaMm2, context.display), x, y - 26)
  },
}

const isSameRing = (a: Boundary, b: Boundary): boolean => {
  const [p] = a.ring
  return b.ring.some((q) => Math.hypot(p!.x - q.x, p!.y - q.y) < 0.5)
}
