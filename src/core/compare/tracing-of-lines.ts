import { placeAt } from '../geometry/piece/piece'
import type { Point } from '../geometry/vector'
import type { ProjectRecord } from '../model/registry'
import { displayOf } from '../model/settings/schema'
import { chainsOf, isShape, kindOf, mapped, type Shape, surroundingsOf } from '../model/shapes'
import { counted } from '../units/format'
import type { SheetChange } from './change'
import type { Following } from './tracing'

/** A change of plain lines where it lies on the board: millimetres. */
export interface BoardLines extends Pick<SheetChange, 'kind'> {
  /** How far they moved; null for what went or came. */
  readonly by: Point | null
  /** Whether a place lies on lines that are on the older page alone, within the change. */
  isOnGone(p: Point): boolean
}

type Records = ReadonlyMap<string, ProjectRecord>

/** Places along each piece of an element, as parts of it. */
const PLACES = [0.1, 0.3, 0.5, 0.7, 0.9]
/** So many of them lie on lines that something was traced from. */
const TRACED_PART = 0.8

/**
 * What was traced of lines that moved or went: members, columns, slabs, plain lines and whatever else says that it is from
 * the sheet and lies on them; null where nothing was. Walls and openings follow changes by their own name.
 * @param underlayId the sheet that changed
 */
export function followingOfLines(change: BoardLines, records: Records, underlayId: string): Following | null {
  const { kind, by } = change
  if (kind !== 'gone' && !(kind === 'moved' && by)) return null
  const around = surroundingsOf(records, displayOf(records))
  const traced = [...records.values()].filter((record): record is Shape => {
    if (!isShape(record) || record.kind === 'wall' || record.kind === 'opening') return false
    if (!('tracedFrom' in record) || record.tracedFrom !== underlayId) return false
    const places = chainsOf(record, around).flatMap(({ pieces }) =>
      pieces.flatMap((piece) => PLACES.map((t) => placeAt(piece, t))),
    )
    const on = places.filter((p) => change.isOnGone(p)).length
    return places.length > 0 && on >= TRACED_PART * places.length
  })
  if (traced.length === 0) return null
  const kinds = [...new Set(traced.map((shape) => kindOf(shape).word))]
  const says = kinds
    .map((word) => counted(traced.filter((shape) => kindOf(shape).word === word).length, word))
    .join(', ')
  if (kind === 'gone')
    return { label: 'Remove traced lines', says, edits: traced.map(({ id }) => ({ id, after: null })) }
  return {
    label: 'Move traced lines',
    says,
    edits: traced.map((shape) => ({ id: shape.id, after: mapped(shape, [1, 0, 0, 1, by!.x, by!.y], around) })),
  }
}
