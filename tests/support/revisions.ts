import type { ChangeKind, ChangeSubject } from '@/core/compare/change'
import { Chances, type CorpusPlan, type Vector } from './plan-corpus/drafting'
import type { DrawnPage } from './print-page'

/**
 * Newer issues of made-up plans, as somebody makes them who rubs out and draws anew: a door goes along its wall, a window
 * is closed, words and dimensions say something else, furniture comes and goes. What was done is known.
 */

type Line = DrawnPage['lines'][number]

/** A change that was made. Places in points of the older page. */
export interface Planted {
  readonly kind: ChangeKind
  readonly subject: ChangeSubject
  /** Where it shows; both places of what moved. */
  readonly at: readonly Vector[]
  readonly by: Vector | null
  readonly before: string | null
  readonly after: string | null
}

export interface Revision {
  readonly older: DrawnPage
  readonly newer: DrawnPage
  readonly planted: readonly Planted[]
}

/** An opening in its wall: points of the page. */
interface Placed {
  readonly at: Vector
  readonly u: Vector
  readonly widthPt: number
  readonly thicknessPt: number
  readonly use: 'door' | 'window' | 'passage'
  /** How far along its wall on either side nothing else stands. */
  readonly room: readonly [back: number, ahead: number]
}

const plus = (p: Vector, u: Vector, by: number): Vector => [p[0] + u[0] * by, p[1] + u[1] * by]
const leftOf = (u: Vector): Vector => [-u[1], u[0]]
const within = (p: Vector, at: Vector, u: Vector): Vector => {
  const [dx, dy] = [p[0] - at[0], p[1] - at[1]]
  return [dx * u[0] + dy * u[1], dy * u[0] - dx * u[1]]
}

/** Openings that can be rubbed out: in straight walls drawn by lines. */
function openingsOf(plan: CorpusPlan): Placed[] {
  const pt = 1 / plan.mmPerPt
  const placed = plan.openings.flatMap(({ at, widthMm, use }) => {
    const wall = plan.walls.find(({ start, end, thicknessMm }) => {
      const size = Math.hypot(end[0] - start[0], end[1] - start[1])
      const u: Vector = [(end[0] - start[0]) / size, (end[1] - start[1]) / size]
      const [s, off] = within(at, start, u)
      return Math.abs(off) < thicknessMm / 4 && s > 0 && s < size
    })
    if (!wall) return []
    const [a, b] = [plan.toPage(wall.start), plan.toPage(wall.end)]
    const size = Math.hypot(b[0] - a[0], b[1] - a[1])
    const u: Vector = [(b[0] - a[0]) / size, (b[1] - a[1]) / size]
    const place = plan.toPage(at)
    const [s] = within(place, a, u)
    return [{ wall, s, size, at: place, u, widthPt: widthMm * pt, thicknessPt: wall.thicknessMm * pt, use }]
  })
  return placed.map((one) => {
    const stops = [
      ...placed
        .filter((other) => other !== one && other.wall === one.wall)
        .flatMap(({ s, widthPt }) => [s - widthPt / 2, s + widthPt / 2]),
      // Other walls that end on it.
      ...plan.walls
        .filter((other) => other !== one.wall)
        .flatMap(({ start, end }) => [start, end])
        .map((p) => within(plan.toPage(p), one.at, one.u))
        .filter(([, off]) => Math.abs(off) < one.thicknessPt * 1.5)
        .map(([s]) => s + one.s),
      0,
      one.size,
    ].map((s) => s - one.s)
    const half = one.widthPt / 2
    const back = Math.min(...stops.filter((s) => s <= -half + 0.1).map((s) => -s - half), 1e6)
    const ahead = Math.min(...stops.filter((s) => s >= half - 0.1).map((s) => s - half), 1e6)
    return { ...one, room: [back, ahead] as const }
  })
}

/** What of a page is drawn of an opening, and its faces beside it. */
function drawnOf(page: DrawnPage, { at, u, widthPt, thicknessPt, use }: Placed) {
  const slack = 0.3
  const inWall = ([s, off]: Vector) => Math.abs(s) <= widthPt / 2 + slack && Math.abs(off) <= thicknessPt / 2 + slack
  const ofLeaf = ([s, off]: Vector) =>
    use === 'door' && Math.abs(s) <= widthPt / 2 + slack && Math.abs(off) <= thicknessPt / 2 + widthPt + slack
  const lines = page.lines.filter(([x1, y1, x2, y2]) => {
    const ends = [within([x1, y1], at, u), within([x2, y2], at, u)]
    return ends.every((p) => inWall(p) || ofLeaf(p))
  })
  const arcs =
    use === 'door'
      ? page.arcs.filter(({ x, y, radiusPt }) => {
          const [s, off] = within([x, y], at, u)
          return (
            Math.abs(Math.abs(s) - widthPt / 2) < 1 &&
            Math.abs(Math.abs(off) - thicknessPt / 2) < 1 &&
            radiusPt <= widthPt + 1
          )
        })
      : []
  return { lines, arcs }
}

type Drawn = ReturnType<typeof drawnOf>

/** The faces of the wall of an opening: those lines that run along it, half its thickness aside. */
function facesOf(page: DrawnPage, { at, u, thicknessPt }: Placed): Line[] {
  return page.lines.filter(([x1, y1, x2, y2]) => {
    const [[, a], [, b]] = [within([x1, y1], at, u), within([x2, y2], at, u)]
    return Math.abs(a - b) < 0.1 && Math.abs(Math.abs(a) - thicknessPt / 2) < 0.15
  })
}

const without = (page: DrawnPage, { lines, arcs }: Drawn): DrawnPage => ({
  ...page,
  lines: page.lines.filter((line) => !lines.includes(line)),
  arcs: page.arcs.filter((arc) => !arcs.includes(arc)),
})

/** Closes an opening: its faces are drawn through. */
function closed(page: DrawnPage, opening: Placed): DrawnPage | null {
  const [first] = facesOf(page, opening)
  if (!first) return null
  const { at, u, widthPt, thicknessPt } = opening
  const rest = without(page, drawnOf(page, opening))
  const faces = [-1, 1].map((side): Line => {
    const on = plus(at, leftOf(u), (side * thicknessPt) / 2)
    const [a, b] = [plus(on, u, -widthPt / 2), plus(on, u, widthPt / 2)]
    return [a[0], a[1], b[0], b[1], first[4]]
  })
  return { ...rest, lines: [...rest.lines, ...faces] }
}

/** Opens a wall: its faces are cut, and what is drawn of an opening stands there. */
function opened(page: DrawnPage, opening: Placed, drawn: Drawn, by: number): DrawnPage {
  const { u, widthPt } = opening
  const at = plus(opening.at, u, by)
  const faces = facesOf(page, opening)
  const cut = page.lines.flatMap((line): Line[] => {
    if (!faces.includes(line)) return [line]
    const [x1, y1, x2, y2, w] = line
    const [[s1], [s2]] = [within([x1, y1], at, u), within([x2, y2], at, u)]
    const [from, to] = [Math.min(s1, s2), Math.max(s1, s2)]
    const start: Vector = s1 < s2 ? [x1, y1] : [x2, y2]
    const piece = (a: number, b: number): Line[] => {
      if (b - a < 0.05) return []
      const [p, q] = [plus(start, u, a - from), plus(start, u, b - from)]
      return [[p[0], p[1], q[0], q[1], w]]
    }
    if (to <= -widthPt / 2 || from >= widthPt / 2) return [line]
    return [...piece(from, Math.min(to, -widthPt / 2)), ...piece(Math.max(from, widthPt / 2), to)]
  })
  return {
    ...page,
    lines: [
      ...cut,
      ...drawn.lines.map(
        ([x1, y1, x2, y2, w]): Line => [x1 + u[0] * by, y1 + u[1] * by, x2 + u[0] * by, y2 + u[1] * by, w],
      ),
    ],
    arcs: [...page.arcs, ...drawn.arcs.map((arc) => ({ ...arc, x: arc.x + u[0] * by, y: arc.y + u[1] * by }))],
  }
}

/** A piece of equipment, by its lower left corner. */
function equipment([x, y]: Vector, size: number, kind: number): Line[] {
  const box: Line[] = [
    [x, y, x + size, y, 0.3],
    [x + size, y, x + size, y + size * 0.7, 0.3],
    [x + size, y + size * 0.7, x, y + size * 0.7, 0.3],
    [x, y + size * 0.7, x, y, 0.3],
  ]
  const more: Line[] =
    kind === 0
      ? [[x, y, x + size, y + size * 0.7, 0.3]]
      : [
          [x + size * 0.2, y, x + size * 0.2, y + size * 0.7, 0.3],
          [x + size * 0.2, y + size * 0.35, x + size, y + size * 0.35, 0.3],
        ]
  return [...box, ...more]
}

/** Whether nothing is drawn around a place. */
const isFree = (page: DrawnPage, [x, y]: Vector, reach: number): boolean =>
  page.lines.every(([x1, y1, x2, y2]) => {
    const t = Math.max(
      0,
      Math.min(1, ((x - x1) * (x2 - x1) + (y - y1) * (y2 - y1)) / ((x2 - x1) ** 2 + (y2 - y1) ** 2 || 1)),
    )
    return Math.hypot(x1 + (x2 - x1) * t - x, y1 + (y2 - y1) * t - y) > reach
  }) &&
  page.arcs.every((arc) => Math.hypot(arc.x - x, arc.y - y) > reach + arc.radiusPt) &&
  page.texts.every((text) => Math.hypot(text.x - x, text.y - y) > reach + 12)

function freePlace(pages: readonly DrawnPage[], chances: Chances, taken: readonly Vector[]): Vector | null {
  const [page] = pages as [DrawnPage]
  for (let tries = 0; tries < 300; tries++) {
    const p: Vector = [chances.between(60, page.widthPt - 60), chances.between(60, page.heightPt - 60)]
    if (taken.some((q) => Math.hypot(p[0] - q[0], p[1] - q[1]) < 60)) continue
    if (pages.every((each) => isFree(each, p, 22))) return p
  }
  return null
}

const moved = (lines: readonly Line[], [dx, dy]: Vector): Line[] =>
  lines.map(([a, b, c, d, w]) => [a + dx, b + dy, c + dx, d + dy, w])

/** A newer issue of a plan with some changes. */
export function revise(plan: CorpusPlan, seed: number): Revision {
  const chances = new Chances(seed + 900_000)
  let [older, newer]: [DrawnPage, DrawnPage] = [plan, plan]
  const planted: Planted[] = []
  const taken: Vector[] = []
  const add = (change: Omit<Planted, 'by' | 'before' | 'after'> & Partial<Planted>) => {
    planted.push({ by: null, before: null, after: null, ...change })
    taken.push(...change.at)
  }
  // Walls that are filled or hatched would have to be filled anew.
  if (plan.fills.length === 0 && !/stroke|cross|insul|hatch|brick|through/.test(plan.style)) {
    const openings = openingsOf(plan).filter(({ use }) => use !== 'passage')
    const far = ({ at }: Placed) => taken.every((p) => Math.hypot(p[0] - at[0], p[1] - at[1]) > 90)
    const movable = openings.filter(({ use, room, widthPt }) => use === 'door' && Math.max(...room) > widthPt * 0.8 + 8)
    const [door] = movable
    if (door && facesOf(older, door).length > 1) {
      const [back, ahead] = door.room
      const reach = Math.max(back, ahead) - 4
      const by = (ahead >= back ? 1 : -1) * Math.min(reach, door.widthPt * chances.between(0.4, 1.4))
      const drawn = drawnOf(newer, door)
      const shut = closed(newer, door)
      if (shut) {
        newer = opened(shut, door, drawn, by)
        const shift: Vector = [door.u[0] * by, door.u[1] * by]
        add({ kind: 'moved', subject: 'door', at: [door.at, plus(door.at, door.u, by)], by: shift })
      }
    }
    const windows = openings.filter((one) => one.use === 'window' && far(one))
    const [one, other] = windows
    const shut = one && closed(newer, one)
    if (one && shut) {
      newer = shut
      add({ kind: 'gone', subject: 'window', at: [one.at] })
    }
    // What is closed on the older issue is new on the newer one.
    const before = other && far(other) ? closed(older, other) : null
    if (other && before) {
      older = before
      add({ kind: 'new', subject: 'window', at: [other.at] })
    }
  }
  const figures = plan.texts.filter(({ text }) => /^\d{3,5}$/.test(text))
  if (figures.length > 0) {
    const figure = chances.pick(figures)
    const after = String(Number(figure.text) + chances.pick([50, 150, -40]))
    newer = { ...newer, texts: newer.texts.map((each) => (each === figure ? { ...each, text: after } : each)) }
    add({ kind: 'changed', subject: 'dimension', at: [[figure.x, figure.y]], before: figure.text, after })
  }
  const names = plan.texts.filter(({ text }) => /^[A-Z][a-z]/.test(text))
  if (names.length > 0) {
    const name = chances.pick(names)
    newer = { ...newer, texts: newer.texts.map((each) => (each === name ? { ...each, text: 'Archive' } : each)) }
    add({ kind: 'changed', subject: 'text', at: [[name.x, name.y]], before: name.text, after: 'Archive' })
  }
  for (const kind of ['gone', 'new', 'moved'] as const) {
    const size = chances.between(10, 16)
    const at = freePlace([older, newer], chances, taken)
    if (!at) continue
    const made = equipment([at[0] - size / 2, at[1] - size / 2], size, chances.pick([0, 1]))
    const by: Vector = [chances.between(4, 9), chances.between(-6, 6)]
    if (kind !== 'new') older = { ...older, lines: [...older.lines, ...made] }
    if (kind !== 'gone') newer = { ...newer, lines: [...newer.lines, ...(kind === 'moved' ? moved(made, by) : made)] }
    add({ kind, subject: 'lines', at: [at], ...(kind === 'moved' && { by }) })
  }
  return { older, newer, planted }
}

/** How a page lies on another paper. */
export interface Lay {
  /** Anticlockwise. */
  readonly turnRad: number
  readonly shiftPt: Vector
  readonly factor: number
}

/** A page as it lies on another paper: turned about its middle, shifted, at another size. */
export function laid(page: DrawnPage, { turnRad, shiftPt, factor }: Lay): DrawnPage {
  const [cos, sin] = [Math.cos(turnRad) * factor, Math.sin(turnRad) * factor]
  const [width, height] = [page.widthPt, page.heightPt]
  const [widthPt, heightPt] = [
    Math.abs(width * cos) + Math.abs(height * sin) + 2 * Math.abs(shiftPt[0]),
    Math.abs(width * sin) + Math.abs(height * cos) + 2 * Math.abs(shiftPt[1]),
  ]
  const to = (x: number, y: number): Vector => {
    const [dx, dy] = [x - width / 2, y - height / 2]
    return [dx * cos - dy * sin + widthPt / 2 + shiftPt[0], dx * sin + dy * cos + heightPt / 2 + shiftPt[1]]
  }
  return {
    widthPt,
    heightPt,
    lines: page.lines.map(([x1, y1, x2, y2, w]): Line => [...to(x1, y1), ...to(x2, y2), w * factor]),
    arcs: page.arcs.map((arc) => {
      const [x, y] = to(arc.x, arc.y)
      const { radiusPt, fromRad, toRad } = arc
      return { ...arc, x, y, radiusPt: radiusPt * factor, fromRad: fromRad + turnRad, toRad: toRad + turnRad }
    }),
    fills: page.fills.map(({ ring, gray }) => ({ gray, ring: ring.map(([x, y]) => to(x, y)) })),
    texts: page.texts.map((text) => {
      const [x, y] = to(text.x, text.y)
      return { ...text, x, y, sizePt: text.sizePt * factor, turnRad: text.turnRad + turnRad }
    }),
  }
}
