import { boxOf, contains, grow } from '@/core/geometry/box'
import { distanceTo } from '@/core/geometry/piece/measure'
import { meetings } from '@/core/geometry/piece/meetings'
import { placeAt, segment } from '@/core/geometry/piece/piece'
import { isInside } from '@/core/geometry/polygon'
import type { Point } from '@/core/geometry/vector'
import type { Plan, PlannedShape } from '@/core/model/plan'
import { gripsOf, type Shape } from '@/core/model/shapes'
import type { FrameWay } from '@/studio/painters/frame'

/** What is picked once one thing more, or one less, is. */
export const toggled = (selection: readonly string[], id: string): readonly string[] =>
  selection.includes(id) ? selection.filter((each) => each !== id) : [...selection, id]

const linesOf = ({ chains }: PlannedShape) => chains.flatMap(({ pieces }) => pieces)

/**
 * The shape whose line is nearest to a place; else the wall that it lies in or whose outline it is within reach of, else the
 * writing or symbol that it lies in. Locked and hidden ones never.
 */
export function shapeAt(
  plan: Plan,
  at: Point,
  reachMm: number,
  wanted: (shape: Shape) => boolean = () => true,
): Shape | null {
  const near = plan
    .within(grow({ minX: at.x, minY: at.y, maxX: at.x, maxY: at.y }, reachMm))
    .filter((planned) => plan.isFree(planned) && wanted(planned.shape))
  let best: Shape | null = null
  let least = reachMm
  for (const planned of near)
    for (const piece of linesOf(planned)) {
      const away = distanceTo(piece, at)
      if (away > least) continue
      least = away
      best = planned.shape
    }
  return best ?? wallAt(plan, at, reachMm, wanted) ?? writingAt(plan, at, wanted)
}

/** A wall is as thick as its outline, whichever of its lines was traced: a point caught on a face lies on it. */
function wallAt(plan: Plan, at: Point, reachMm: number, wanted: (shape: Shape) => boolean): Shape | null {
  let best: Shape | null = null
  let least = reachMm
  for (const [id, outline] of [...plan.outlines].reverse()) {
    const planned = plan.shapes.get(id)
    const shape = planned && plan.isFree(planned) ? planned.shape : null
    if (!shape || !wanted(shape) || !isNear(outline, at, reachMm)) continue
    if (isInside(outline, at)) return shape
    const away = distanceToRing(outline, at)
    if (away > least) continue
    least = away
    best = shape
  }
  return best
}

/** Whether a place lies in the box around a ring, or within reach of it. */
function isNear(ring: readonly Point[], at: Point, reachMm: number): boolean {
  return contains(grow(boxOf(ring), reachMm), at)
}

const distanceToRing = (ring: readonly Point[], at: Point): number =>
  ring.reduce(
    (least, from, i) => Math.min(least, distanceTo(segment(from, ring[(i + 1) % ring.length]!), at)),
    Infinity,
  )

function writingAt(plan: Plan, at: Point, wanted: (shape: Shape) => boolean): Shape | null {
  for (const planned of plan.shapes.values()) {
    if (planned.letters.length === 0 || !contains(planned.box, at) || !plan.isFree(planned) || !wanted(planned.shape))
      continue
    const hit = planned.letters.some(({ at: start, text, heightMm, turnRad, align }) => {
      const [dx, dy] = [at.x - start.x, at.y - start.y]
      const [cos, sin] = [Math.cos(turnRad), Math.sin(turnRad)]
      const length = text.length * heightMm * 0.65
      const along = dx * cos + dy * sin + (align === 'middle' ? length / 2 : 0)
      const up = dy * cos - dx * sin
      return along >= 0 && along <= length && up >= -0.3 * heightMm && up <= 1.2 * heightMm
    })
    if (hit) return planned.shape
  }
  return null
}

/** Shapes within a closed ring: whole ones, or also those that only reach into it. */
export function shapesIn(plan: Plan, ring: readonly Point[], way: FrameWay): Shape[] {
  return [...plan.shapes.values()]
    .filter((planned) => plan.isFree(planned) && isTakenIn(planned, ring, way === 'touching'))
    .map(({ shape }) => shape)
}

/** Places along each line that are looked at. */
const STEPS = 12

function isTakenIn(planned: PlannedShape, ring: readonly Point[], touching: boolean): boolean {
  const places = linesOf(planned).flatMap((piece) =>
    piece.kind === 'segment' ? [piece.start, piece.end] : sample(piece),
  )
  if (places.length === 0) {
    const { minX, minY, maxX, maxY } = planned.box
    return isInside(ring, { x: (minX + maxX) / 2, y: (minY + maxY) / 2 })
  }
  if (touching) return places.some((p) => isInside(ring, p)) || crossesRing(planned, ring)
  return places.every((p) => isInside(ring, p))
}

function sample(piece: Parameters<typeof placeAt>[0]): Point[] {
  return Array.from({ length: STEPS + 1 }, (_, i) => placeAt(piece, i / STEPS))
}

function crossesRing(planned: PlannedShape, ring: readonly Point[]): boolean {
  return ring.some((p, i) => {
    const side = segment(p, ring[(i + 1) % ring.length]!)
    return linesOf(planned).some((piece) => meetings(piece, side).length > 0)
  })
}

/** The grip at a place, of the shapes that are picked. */
export function gripAt(
  plan: Plan,
  shapes: readonly Shape[],
  at: Point,
  reachMm: number,
): { shape: Shape; index: number } | null {
  let best: { shape: Shape; index: number } | null = null
  let least = reachMm
  for (const shape of shapes)
    gripsOf(shape, plan.around).forEach((grip, index) => {
      const away = Math.hypot(grip.x - at.x, grip.y - at.y)
      if (away > least) return
      least = away
      best = { shape, index }
    })
  return best
}
