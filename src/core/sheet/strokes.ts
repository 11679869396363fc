import { distance, dot, leftOf, type Point } from '../geometry/vector'

/** Brightness of a small part of an image, 0 dark to 255 bright, by rows from the top. */
export interface Patch {
  readonly width: number
  readonly height: number
  readonly brightness: Uint8Array | Uint8ClampedArray
}

/** A straight dark stroke, in pixels of the patch: x to the right, y down, the middle of the first pixel at 0.5, 0.5. */
export interface Stroke {
  /** Ends of its centre line. */
  readonly start: Point
  readonly end: Point
  readonly widthPx: number
  /** Whether it goes on beyond what was looked at: that end is none. */
  readonly goesOnAtStart: boolean
  readonly goesOnAtEnd: boolean
}

/** Paper and ink must differ by this much, of 255. */
const LEAST_CONTRAST = 40
/** Circles around the place, in pixels, on which strokes are looked for. */
const CIRCLES_PX = [7, 15, 26, 38]
/** Strokes wider than this are surfaces. */
const WIDEST_PX = 26
const SHORTEST_PX = 5
/** A stroke bends away once its centre leaves the fitted line by this much, and this part of its width. */
const BEND_PX = 0.8
const BEND_PART = 0.12
/** Half of paper and ink: where an edge lies. */
const EDGE = 0.5

/**
 * The straight dark strokes near a place of an image, at any angle and tone, to a fraction of a pixel.
 * Strokes are met on circles around the place; each is followed both ways by cross sections, whose centres of darkness
 * are fitted by a line (total least squares); its edges lie where the darkness is half.
 */
export function strokesAround(patch: Patch, place: Point): Stroke[] {
  const darkness = darknessOf(patch)
  if (!darkness) return []
  const found: Stroke[] = []
  for (const radius of CIRCLES_PX)
    for (const seed of seedsOn(darkness, place, radius)) {
      if (found.some((stroke) => lies(stroke, seed.at))) continue
      const direction = directionAt(darkness, seed.at, Math.max(4, Math.min(seed.run, WIDEST_PX) * 0.8))
      const stroke = direction && follow(darkness, { at: seed.at, direction })
      if (stroke && !found.some((each) => isSame(each, stroke))) found.push(stroke)
    }
  return found.map((stroke) => meeting(stroke, found))
}

/** How far an end may lie from where two centre lines meet, beyond half the width of the other stroke. */
const MEETING_SLACK_PX = 1.2
/** Strokes that run closer to one direction than this (sine) do not meet. */
const LEAST_SLANT = 0.2

/**
 * A stroke that ends on another one ends in the middle of that: its darkness goes on to the other's far edge, half a
 * width too far.
 */
function meeting(stroke: Stroke, all: readonly Stroke[]): Stroke {
  const size = distance(stroke.start, stroke.end)
  const direction = { x: (stroke.end.x - stroke.start.x) / size, y: (stroke.end.y - stroke.start.y) / size }
  const ended = (from: Point, goesOn: boolean): Point => {
    if (goesOn) return from
    const met = all.flatMap((other) => {
      const at = other === stroke ? null : whereMet(from, direction, other)
      return at ? [at] : []
    })
    return met.reduce((best, at) => (distance(at, from) < distance(best, from) ? at : best), met[0] ?? from)
  }
  return {
    ...stroke,
    start: ended(stroke.start, stroke.goesOnAtStart),
    end: ended(stroke.end, stroke.goesOnAtEnd),
  }
}

/** Where a line through `from` meets the centre line of another stroke, if it does so within the ink of that. */
export function whereMet(
  from: Point,
  direction: Point,
  other: Pick<Stroke, 'start' | 'end' | 'widthPx'>,
): Point | null {
  const size = distance(other.start, other.end)
  const along = { x: (other.end.x - other.start.x) / size, y: (other.end.y - other.start.y) / size }
  const slant = direction.x * along.y - direction.y * along.x
  if (Math.abs(slant) < LEAST_SLANT) return null
  const [dx, dy] = [other.start.x - from.x, other.start.y - from.y]
  const t = (dx * along.y - dy * along.x) / slant
  const place = (dx * direction.y - dy * direction.x) / slant
  const half = other.widthPx / 2 / Math.abs(slant)
  if (
    Math.abs(t) > half + MEETING_SLACK_PX ||
    place < -half - MEETING_SLACK_PX ||
    place > size + half + MEETING_SLACK_PX
  )
    return null
  return { x: from.x + direction.x * t, y: from.y + direction.y * t }
}

/** Darkness at any place: 0 paper, 1 ink. */
export interface Darkness {
  readonly width: number
  readonly height: number
  at(x: number, y: number): number
  within(p: Point): boolean
}

function darknessOf({ width, height, brightness }: Patch): Darkness | null {
  const counts = new Uint32Array(256)
  for (let i = 0; i < brightness.length; i++) counts[brightness[i]!]!++
  const percentile = (part: number): number => {
    let left = part * brightness.length
    for (let value = 0; value < 256; value++) {
      left -= counts[value]!
      if (left <= 0) return value
    }
    return 255
  }
  // Most of a plan is paper; ink may be a few pixels only.
  const [paper, ink] = [percentile(0.75), percentile(0.004)]
  if (paper - ink < LEAST_CONTRAST) return null
  const dark = new Float32Array(brightness.length)
  for (let i = 0; i < dark.length; i++) dark[i] = (paper - brightness[i]!) / (paper - ink)
  return darknessOn(dark, width, height, 1)
}

/**
 * Darkness between the middles of pixels, from that of each.
 * @param full the value of ink
 */
export function darknessOn(dark: Float32Array | Uint8Array, width: number, height: number, full: number): Darkness {
  const [mostX, mostY] = [width - 1.001, height - 1.001]
  return {
    width,
    height,
    within: ({ x, y }) => x >= 1 && y >= 1 && x <= width - 1 && y <= height - 1,
    at: (px, py) => {
      // Beyond its edge a picture goes on as it ends.
      const x = Math.min(mostX, Math.max(0, px - 0.5))
      const y = Math.min(mostY, Math.max(0, py - 0.5))
      const [left, top] = [x | 0, y | 0]
      const k = top * width + left
      const upper = dark[k]! + (dark[k + 1]! - dark[k]!) * (x - left)
      const lower = dark[k + width]! + (dark[k + width + 1]! - dark[k + width]!) * (x - left)
      return (upper + (lower - upper) * (y - top)) / full
    },
  }
}

interface Seed {
  readonly at: Point
  readonly direction: Point
}

/** Middles of the dark runs along a circle, and how long each is. */
function seedsOn(darkness: Darkness, center: Point, radius: number): { at: Point; run: number }[] {
  const count = Math.ceil(2 * Math.PI * radius)
  const angle = (i: number) => (i / count) * 2 * Math.PI
  const on = (i: number): Point => ({
    x: center.x + radius * Math.cos(angle(i)),
    y: center.y + radius * Math.sin(angle(i)),
  })
  const dark = Array.from({ length: count }, (_, i) => darkness.within(on(i)) && darkness.at(on(i).x, on(i).y) > EDGE)
  const first = dark.findIndex((each, i) => each && !dark[(i + count - 1) % count])
  if (first < 0) return []
  const seeds: { at: Point; run: number }[] = []
  for (let k = 0, run = 0; k <= count; k++) {
    const i = (first + k) % count
    if (k < count && dark[i]) {
      run++
      continue
    }
    if (run > 0 && run < 2.5 * WIDEST_PX) seeds.push({ at: on(first + k - (run + 1) / 2), run })
    run = 0
  }
  return seeds
}

/** Along the edges around a place: square to where brightness changes most (the structure tensor's lesser axis). */
function directionAt(darkness: Darkness, { x, y }: Point, reach: number): Point | null {
  let [xx, xy, yy] = [0, 0, 0]
  const steps = Math.ceil(reach)
  // Around wide strokes every other pixel tells enough.
  const stride = reach > 8 ? 2 : 1
  for (let j = -steps; j <= steps; j += stride)
    for (let i = -steps; i <= steps; i += stride) {
      if (i * i + j * j > reach * reach) continue
      const [px, py] = [x + i, y + j]
      const gx = darkness.at(px + 1, py) - darkness.at(px - 1, py)
      const gy = darkness.at(px, py + 1) - darkness.at(px, py - 1)
      xx += gx * gx
      xy += gx * gy
      yy += gy * gy
    }
  if (xx + yy === 0) return null
  const normal = Math.atan2(2 * xy, xx - yy) / 2
  return { x: -Math.sin(normal), y: Math.cos(normal) }
}

export interface Section {
  readonly center: Point
  readonly width: number
}

const STEP_PX = 0.5

/** How far to either side a stroke of a width is looked for. */
export function reachAcross(widthPx: number): number {
  return widthPx * 1.6 + 3
}

/** Steps beyond the reach that are still looked at: around the middle, and for the blur. */
const MARGIN = 6
/** What one section has read: each of its places is looked at several times. */
const READ = new Float64Array(2 * (Math.ceil(reachAcross(WIDEST_PX) / STEP_PX) + MARGIN) + 1)

/**
 * The cross section of a stroke: where its darkness has its middle, and how far its edges are apart. Null where it is none.
 * @param edgeAt the darkness at which its edges lie: half of its own
 */
export function sectionAt(
  darkness: Darkness,
  at: Point,
  direction: Point,
  reach: number,
  edgeAt = EDGE,
): Section | null {
  const across = leftOf(direction)
  const steps = Math.ceil(reach / STEP_PX)
  const middleAt = steps + MARGIN
  READ.fill(Number.NaN, 0, 2 * middleAt + 1)
  const value = (k: number): number => {
    const known = READ[middleAt + k]!
    if (!Number.isNaN(known)) return known
    const fresh = darkness.at(at.x + across.x * k * STEP_PX, at.y + across.y * k * STEP_PX)
    READ[middleAt + k] = fresh
    return fresh
  }
  // The darkest place near the middle: the foretold centre may be a little beside the stroke.
  let peak = 0
  for (const k of [0, 1, -1, 2, -2, 3, -3, 4, -4]) if (value(k) > value(peak) + 0.05) peak = k
  if (value(peak) < edgeAt) return null
  const edge = (step: 1 | -1): number | null => {
    for (let k = peak; Math.abs(k) <= steps; k += step) {
      const [inside, outside] = [value(k), value(k + step)]
      if (outside < edgeAt) return (k + (step * (inside - edgeAt)) / (inside - outside)) * STEP_PX
    }
    return null
  }
  const [right, left] = [edge(1), edge(-1)]
  if (right === null || left === null) return null
  const width = right - left
  // Wide strokes are flat inside: there the edges say more than the middle of noise.
  const middle = width > 6 ? (left + right) / 2 : middleOfDarkness(value, left, right)
  return { center: { x: at.x + across.x * middle, y: at.y + across.y * middle }, width }
}

/** Darkness beyond the edges belongs to a stroke too, as far as its own blur goes: so many steps. */
const BLUR = 3

function middleOfDarkness(value: (k: number) => number, left: number, right: number): number {
  let [sum, moment] = [0, 0]
  for (let k = Math.floor(left / STEP_PX) - BLUR; k <= Math.ceil(right / STEP_PX) + BLUR; k++) {
    const weight = Math.max(0, value(k) - 0.12)
    sum += weight
    moment += weight * k * STEP_PX
  }
  return moment / sum
}

function follow(darkness: Darkness, seed: Seed): Stroke | null {
  const first = sectionAt(darkness, seed.at, seed.direction, WIDEST_PX)
  if (!first || first.width > WIDEST_PX) return null
  const ahead = walk(darkness, first, seed.direction)
  const back = walk(darkness, first, { x: -seed.direction.x, y: -seed.direction.y })
  const sections = [...back.sections.reverse(), first, ...ahead.sections]
  if (sections.length < SHORTEST_PX) return null
  const widthPx = median(sections.map(({ width }) => width))
  const line = fitLine(
    sections.filter(({ width }) => Math.abs(width - widthPx) < 0.35 * widthPx + 0.6).map(({ center }) => center),
  )
  if (!line) return null
  const forwards = dot(line.direction, seed.direction) >= 0 ? 1 : -1
  const direction = { x: line.direction.x * forwards, y: line.direction.y * forwards }
  const along = (p: Point) => dot({ x: p.x - line.through.x, y: p.y - line.through.y }, direction)
  const at = (t: number): Point => ({ x: line.through.x + direction.x * t, y: line.through.y + direction.y * t })
  const reach = (walked: Walk, way: 1 | -1, last: Section) =>
    walked.ended ? endAlong(darkness, at, along(last.center), way) : along(last.center)
  const [from, to] = [reach(back, -1, sections[0]!), reach(ahead, 1, sections.at(-1)!)]
  // A stroke is longer than it is wide; anything else is a blot.
  if (to - from < Math.max(SHORTEST_PX, 1.2 * widthPx)) return null
  return { start: at(from), end: at(to), widthPx, goesOnAtStart: !back.ended, goesOnAtEnd: !ahead.ended }
}

interface Walk {
  readonly sections: Section[]
  /** Whether the stroke ends there rather than leaving the patch or bending away. */
  readonly ended: boolean
}

const MOST_STEPS = 90

function walk(darkness: Darkness, first: Section, direction: Point): Walk {
  const sections: Section[] = []
  const { center, width } = first
  const gap = Math.max(3, 0.8 * width)
  let missing = 0
  let bent = 0
  let [heading, through] = [direction, center]
  for (let step = 1; step <= MOST_STEPS; step++) {
    const t = dot({ x: center.x - through.x, y: center.y - through.y }, heading) + step
    const foretold = { x: through.x + heading.x * t, y: through.y + heading.y * t }
    if (!darkness.within(foretold)) return { sections, ended: false }
    const section = sectionAt(darkness, foretold, heading, reachAcross(width))
    const wider = section === null && darkness.at(foretold.x, foretold.y) > EDGE
    if (section === null && !wider) {
      if (++missing > gap) return { sections, ended: true }
      continue
    }
    missing = 0
    // Where another stroke crosses, the section says nothing of this one.
    if (section === null || section.width > 1.45 * width + 1) continue
    const off = Math.abs(dot({ x: section.center.x - foretold.x, y: section.center.y - foretold.y }, leftOf(heading)))
    if (off > BEND_PX + BEND_PART * width) {
      if (++bent > 2) return { sections, ended: false }
      continue
    }
    bent = 0
    sections.push(section)
    if (sections.length >= 8 && sections.length % 4 === 0) {
      const line = fitLine([center, ...sections.map((each) => each.center)])
      if (line) {
        const forwards = dot(line.direction, heading) >= 0 ? 1 : -1
        heading = { x: line.direction.x * forwards, y: line.direction.y * forwards }
        through = line.through
      }
    }
  }
  return { sections, ended: false }
}

/** Where the darkness along the centre line falls to half. */
export function endAlong(
  darkness: Darkness,
  at: (t: number) => Point,
  from: number,
  way: 1 | -1,
  edgeAt = EDGE,
): number {
  const value = (t: number) => {
    const p = at(t)
    return darkness.at(p.x, p.y)
  }
  for (let k = -2; k < 12; k += 0.25) {
    const t = from + way * k
    const [now, next] = [value(t), value(t + way * 0.25)]
    if (now >= edgeAt && next < edgeAt) return t + way * 0.25 * ((now - edgeAt) / (now - next))
  }
  return from
}

/** The line through points by total least squares. */
export function fitLine(points: readonly Point[]): { through: Point; direction: Point } | null {
  if (points.length < 3) return null
  let [x, y] = [0, 0]
  for (const p of points) {
    x += p.x / points.length
    y += p.y / points.length
  }
  let [xx, xy, yy] = [0, 0, 0]
  for (const p of points) {
    xx += (p.x - x) ** 2
    xy += (p.x - x) * (p.y - y)
    yy += (p.y - y) ** 2
  }
  const turn = Math.atan2(2 * xy, xx - yy) / 2
  return { through: { x, y }, direction: { x: Math.cos(turn), y: Math.sin(turn) } }
}

export const median = (values: readonly number[]): number =>
  [...values].sort((a, b) => a - b)[Math.floor(values.length / 2)]!

function offLine({ start, end }: Stroke, p: Point): { away: number; along: number; size: number } {
  const size = distance(start, end)
  const direction = { x: (end.x - start.x) / size, y: (end.y - start.y) / size }
  const to = { x: p.x - start.x, y: p.y - start.y }
  return { away: Math.abs(dot(to, leftOf(direction))), along: dot(to, direction), size }
}

/** Whether a place lies on a stroke. */
function lies(stroke: Stroke, p: Point): boolean {
  const { away, along, size } = offLine(stroke, p)
  return away < Math.max(1.5, 0.4 * stroke.widthPx) && along > -2 && along < size + 2
}

/** Whether two found strokes are one: their lines agree where both run. */
function isSame(a: Stroke, b: Stroke): boolean {
  const middle = { x: (b.start.x + b.end.x) / 2, y: (b.start.y + b.end.y) / 2 }
  return lies(a, middle) && [b.start, b.end].every((p) => offLine(a, p).away < Math.max(2, 0.5 * a.widthPx))
}
