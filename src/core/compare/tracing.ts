import { add, distance, dot, leftOf, length, middle, type Point, scale, subtract, unit } from '../geometry/vector'
import { levelIdOf } from '../model/level/schema'
import { ofKind } from '../model/of-kind'
import { placeOpening } from '../model/opening/place'
import type { Opening } from '../model/opening/schema'
import type { ProjectRecord } from '../model/registry'
import { faceOffsets } from '../model/wall/geometry'
import { wallLengthMm } from '../model/wall/line'
import type { Wall } from '../model/wall/schema'
import type { SheetChange } from './change'

/** A change of a wall or an opening where it lies on the board: millimetres. */
export interface BoardChange extends Pick<SheetChange, 'kind' | 'subject' | 'before' | 'after'> {
  readonly line: { readonly start: Point; readonly end: Point }
  readonly by: Point | null
}

/** What was traced follows a change of its sheet. */
export interface Following {
  /** What is done, as undo calls it. */
  readonly label: string
  /** What follows, in a few words: `1 wall, 2 that end on it`. */
  readonly says: string
  /** Records as they become; null where they go. */
  readonly edits: readonly { readonly id: string; readonly after: ProjectRecord | null }[]
}

type Records = ReadonlyMap<string, ProjectRecord>

/** What was traced from something lies within this of it. */
const NEAR_MM = 80
const PARALLEL = 0.02

/** What was traced of what changed, as it becomes where the tracing follows; null where nothing was traced of it. */
export function followingOf(change: BoardChange, records: Records, levelId: string): Following | null {
  if (change.subject === 'wall') return ofWall(change, records, levelId)
  if (change.subject === 'door' || change.subject === 'window' || change.subject === 'passage')
    return ofOpening(change, records, levelId)
  return null
}

function ofOpening(
  { kind, subject, line, by, before, after }: BoardChange,
  records: Records,
  levelId: string,
): Following | null {
  const at = middle(line.start, line.end)
  const found = ofKind('opening', records)
    .flatMap((opening) => {
      const wall = records.get(opening.wallId)
      if (wall?.kind !== 'wall' || levelIdOf(wall) !== levelId) return []
      const place = placeOpening(wall, opening)
      return place ? [{ opening, wall, place, off: distance(place.middle, at) }] : []
    })
    .filter(({ opening, off }) => opening.use === subject && off <= Math.max(NEAR_MM, opening.widthMm / 8))
    .sort((a, b) => a.off - b.off)[0]
  if (!found) return null
  const { opening, wall, place } = found
  const says = `1 ${subject}`
  if (kind === 'gone') return { label: `Remove ${subject}`, says, edits: [{ id: opening.id, after: null }] }
  const alongMm = opening.alongMm + (by ? dot(by, place.along) : 0)
  if (kind === 'moved') return edited(`Move ${subject}`, says, wall, { ...opening, alongMm })
  if (kind !== 'changed' || before === null || after === null) return null
  // Its type, where it has one, fixes its width.
  if (opening.typeId) return null
  const widthMm = opening.widthMm + Number(after) - Number(before)
  return edited(`Change width of ${subject}`, says, wall, { ...opening, alongMm, widthMm })
}

/** An opening as it becomes, where it still lies within its wall. */
function edited(label: string, says: string, wall: Wall, after: Opening): Following | null {
  const half = after.widthMm / 2
  if (half <= 0 || after.alongMm - half < 0 || after.alongMm + half > wallLengthMm(wall)) return null
  return { label, says, edits: [{ id: after.id, after }] }
}

/** The middle line of a straight wall, whichever of its lines was traced. */
function middleOf(wall: Wall): { readonly start: Point; readonly end: Point; readonly u: Point } | null {
  const u = unit(subtract(wall.end, wall.start))
  if (!u || wall.bulge) return null
  const { leftMm, rightMm } = faceOffsets(wall)
  const aside = scale(leftOf(u), (leftMm + rightMm) / 2)
  return { start: add(wall.start, aside), end: add(wall.end, aside), u }
}

function ofWall({ kind, line, by, before, after }: BoardChange, records: Records, levelId: string): Following | null {
  const walls = ofKind('wall', records).filter((wall) => levelIdOf(wall) === levelId)
  const u = unit(subtract(line.end, line.start))
  if (!u) return null
  const size = distance(line.start, line.end)
  const traced = walls.filter((wall) => {
    const middle = middleOf(wall)
    if (!middle || Math.abs(dot(middle.u, leftOf(u))) > PARALLEL) return false
    const [a, b] = [middle.start, middle.end].map((p) => subtract(p, line.start))
    if (Math.abs(dot(add(a!, b!), leftOf(u))) / 2 > NEAR_MM) return false
    const [from, to] = [dot(a!, u), dot(b!, u)].sort((s, t) => s - t)
    return Math.min(size, to!) - Math.max(0, from!) > 0.5 * Math.min(size, to! - from!)
  })
  if (traced.length === 0) return null
  const count = `${traced.length} ${traced.length === 1 ? 'wall' : 'walls'}`
  if (kind === 'gone')
    return { label: 'Remove wall', says: count, edits: traced.map(({ id }) => ({ id, after: null })) }
  if (kind === 'changed' && before !== null && after !== null) {
    // The type of a wall, where it has one, fixes its thickness.
    if (traced.some(({ typeId }) => typeId)) return null
    const thicker = Number(after) - Number(before)
    const edits = traced.map((wall) => ({ id: wall.id, after: { ...wall, thicknessMm: wall.thicknessMm + thicker } }))
    return { label: 'Change thickness of wall', says: count, edits }
  }
  if (kind !== 'moved' || !by) return null
  const moved = traced.map((wall) => ({
    id: wall.id,
    after: { ...wall, start: add(wall.start, by), end: add(wall.end, by) },
  }))
  const others = walls.filter((wall) => !traced.includes(wall)).flatMap((wall) => alongWith(wall, traced, by, records))
  const ends = others.filter(({ after: record }) => record.kind === 'wall').length
  return {
    label: 'Move wall',
    says: ends > 0 ? `${count}, ${ends} that ${ends === 1 ? 'ends' : 'end'} on it` : count,
    edits: [...moved, ...others],
  }
}

/** A wall that ends on walls that move, with its end brought along and its openings where they are. */
function alongWith(
  wall: Wall,
  moved: readonly Wall[],
  by: Point,
  records: Records,
): { readonly id: string; readonly after: Wall | Opening }[] {
  const u = unit(subtract(wall.end, wall.start))
  // Along its own line alone: a wall that runs beside the one that moves stays where it is.
  const shiftMm = u && !wall.bulge ? dot(by, u) : 0
  if (!u || Math.abs(shiftMm) < 0.5 * length(by)) return []
  const isOn = (p: Point) =>
    moved.some((each) => {
      const middle = middleOf(each)
      if (!middle) return false
      const from = subtract(p, middle.start)
      const reach = each.thicknessMm / 2 + NEAR_MM
      const size = distance(middle.start, middle.end)
      const s = dot(from, middle.u)
      return Math.abs(dot(from, leftOf(middle.u))) <= reach && s >= -reach && s <= size + reach
    })
  const [start, end] = [isOn(wall.start), isOn(wall.end)]
  if (!start && !end) return []
  const shift = scale(u, shiftMm)
  const after = {
    ...wall,
    start: start ? add(wall.start, shift) : wall.start,
    end: end ? add(wall.end, shift) : wall.end,
  }
  const openings = start ? ofKind('opening', records).filter(({ wallId }) => wallId === wall.id) : []
  return [
    { id: wall.id, after },
    ...openings.map((opening) => ({ id: opening.id, after: { ...opening, alongMm: opening.alongMm - shiftMm } })),
  ]
}
