import type { BoardPoint } from '@/studio/kernel/board-point'
import { STEPS } from '@/studio/kernel/step'
import { EMPTY_SESSION, PICK_RADIUS_PX, plain, type Tool, type ToolContext } from '@/studio/kernel/tool'
import { sheetAt } from '@/studio/tooling/sheet-lines'
import { remarksCard } from '../card'
import { remarkOptions } from '../options'
import { PIN, pinAt, pinned } from '../pins'

/** Pins a remark to a place, and to what lies there; a click on a pin opens its remark. */
export const remark: Tool = {
  ...plain,
  name: 'remark',
  needs: 'remark',
  word: 'Remark',
  picture: { ink: 'M4 5h16v11h-9l-4 4v-4H4z', red: 'M8 9h8M8 12h5' },
  also: ['comment', 'note', 'issue', 'mark-up', 'review', 'BCF'],
  key: null,
  card: remarksCard,
  steps: STEPS,
  places: true,
  loupe: false,
  say: () => 'Click what the remark is about, then write it in the card. A click on a pin opens its remark.',
  fields: () => [],
  click: (_, point, context) => {
    // The head of a pin stands over its foot: either can be clicked.
    const pxMm = context.reachMm / PICK_RADIUS_PX
    const remarks = pinned(context.records, context.planeId)
    const head = { x: point.at.x, y: point.at.y - PIN.upPx * pxMm }
    const there = pinAt(remarks, head, PIN.radiusPx * pxMm) ?? pinAt(remarks, point.at, context.reachMm / 2)
    if (there) return { session: EMPTY_SESSION, choose: remarkOptions.with({ opened: there.id, pin: null }) }
    const pin = { at: point.at, levelId: context.planeId ?? context.levelId, about: aboutAt(point, context) }
    return { session: EMPTY_SESSION, choose: remarkOptions.with({ pin, opened: null }) }
  },
  enter: () => ({ session: EMPTY_SESSION }),
  paint: () => undefined,
}

/** What a remark is about: what is selected, else the element that was caught, else the sheet that lies there. */
function aboutAt({ at, caught }: BoardPoint, context: ToolContext): readonly string[] {
  const { selection, records, reachMm } = context
  if (selection.length > 0) return selection.slice(0, 1000)
  if (caught?.elementId && records.has(caught.elementId)) return [caught.elementId]
  const sheet = sheetAt(at, reachMm, context)
  return sheet ? [sheet] : []
}
