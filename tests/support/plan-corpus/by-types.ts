import { outside, type TrueOpening } from '../floor-plans'
import { BUILDINGS, type Wall } from './buildings'
import { dimensionChain, furnish } from './clutter'
import { Chances, type CorpusPlan, Drafting, type Vector } from './drafting'
import { drawLeaves, drawPanes, figureOf } from './marks'

/** How one office draws: walls one by one, each cut away where others stand, or not. */
interface Habit {
  readonly style: string
  readonly joints: 'cut' | 'over' | 'through'
  readonly body: 'lines' | 'black' | 'gray' | 'stroke' | 'crossed' | 'insulated'
  readonly extension: 'full' | 'stub' | 'none'
  readonly samePen?: true
  readonly clutterInPen?: true
  /** Millimetres by which a survey has each end of each wall wrong. */
  readonly surveyed?: number
  readonly ratio?: number
  readonly imperial?: true
  readonly pieces?: true
}

const HABITS: readonly Habit[] = [
  { style: 'plain lines', joints: 'cut', body: 'lines', extension: 'stub' },
  { style: 'full extension lines', joints: 'cut', body: 'lines', extension: 'full' },
  { style: 'one pen for all', joints: 'cut', body: 'lines', extension: 'full', samePen: true },
  { style: 'each wall its own rectangle', joints: 'over', body: 'lines', extension: 'stub' },
  { style: 'lines that run through', joints: 'through', body: 'lines', extension: 'none' },
  { style: 'thick strokes', joints: 'over', body: 'stroke', extension: 'stub' },
  { style: 'surveyed', joints: 'cut', body: 'lines', extension: 'none', surveyed: 12 },
  { style: 'clutter in the pen of walls', joints: 'cut', body: 'lines', extension: 'stub', clutterInPen: true },
  { style: 'black', joints: 'over', body: 'black', extension: 'full' },
  { style: 'gray', joints: 'over', body: 'gray', extension: 'stub' },
  { style: 'crossed hatching', joints: 'cut', body: 'crossed', extension: 'stub' },
  { style: 'insulated', joints: 'cut', body: 'insulated', extension: 'full' },
  { style: 'small scale', joints: 'cut', body: 'lines', extension: 'stub', ratio: 200 },
  { style: 'feet and inches', joints: 'cut', body: 'lines', extension: 'full', imperial: true },
  { style: 'broken lines of one face', joints: 'cut', body: 'lines', extension: 'stub', pieces: true },
]

interface Hole {
  readonly from: number
  readonly to: number
  readonly use: TrueOpening['use']
}

const sizeOf = ({ start, end }: Wall): number => Math.hypot(end[0] - start[0], end[1] - start[1])

/** A place of a wall, along it and to its left. */
function put(wall: Wall, along: number, aside: number): Vector {
  const size = sizeOf(wall)
  const [ux, uy] = [(wall.end[0] - wall.start[0]) / size, (wall.end[1] - wall.start[1]) / size]
  return [wall.start[0] + ux * along - uy * aside, wall.start[1] + uy * along + ux * aside]
}

/** Where a place lies along a wall, and how far from its line. */
function onWall(wall: Wall, [x, y]: Vector): { along: number; away: number } {
  const size = sizeOf(wall)
  const [ux, uy] = [(wall.end[0] - wall.start[0]) / size, (wall.end[1] - wall.start[1]) / size]
  const [dx, dy] = [x - wall.start[0], y - wall.start[1]]
  const along = dx * ux + dy * uy
  return { along, away: Math.hypot(dx - ux * along, dy - uy * along) }
}

/** Plan `seed` of this generator; styles follow one another. */
export function planByTypes(seed: number): CorpusPlan {
  const chances = new Chances(seed + 500_000)
  const habit = HABITS[seed % HABITS.length]!
  const building = BUILDINGS[chances.pick(Object.keys(BUILDINGS) as (keyof typeof BUILDINGS)[])](chances)
  const off = () => (habit.surveyed ? chances.between(-habit.surveyed, habit.surveyed) : 0)
  const walls = building.walls.map(
    (wall): Wall => ({
      ...wall,
      start: [wall.start[0] + off(), wall.start[1] + off()],
      end: [wall.end[0] + off(), wall.end[1] + off()],
    }),
  )
  const ratio = habit.ratio ?? (habit.imperial ? chances.pick([48, 96]) : chances.pick([50, 100, 100]))
  const draft = new Drafting({
    ratio,
    turnRad: chances.pick([0, 0, 0.2, Math.PI / 2]),
    roundPt: chances.pick([0, 0, 0.02]),
    bend: (p) => p,
  })
  const thin = chances.pick([0.13, 0.18, 0.25])
  const pen = habit.samePen ? thin : chances.pick([0.4, 0.5, 0.6])
  const holes = walls.map((wall) => (habit.joints === 'through' ? [] : holesOf(wall, walls, chances)))
  const bodies = walls.map((wall) => ringOf(wall, walls))
  for (const [i, wall] of walls.entries()) {
    drawWall(
      draft,
      wall,
      holes[i]!,
      bodies.filter((_, k) => k !== i),
      bodies[i]!,
      habit,
      pen,
      thin,
      chances,
    )
    for (const hole of holes[i]!) {
      const at = (along: number, aside: number) => put(wall, along, aside)
      if (hole.use === 'window') drawPanes(draft, at, [hole.from, hole.to], wall.thicknessMm, thin, chances)
      if (hole.use === 'door') drawLeaves(draft, at, [hole.from, hole.to], wall.thicknessMm, thin, chances)
    }
  }
  for (const [x, y] of building.columns) draft.rect(x - 150, y - 150, 300, 300, pen)
  for (const room of building.rooms) {
    furnish(draft, room, habit.clutterInPen ? pen : thin, chances)
    draft.text(
      chances.pick(['Sail loft', 'Ropes', 'Office', 'Store', 'Class 2']),
      [room.x + room.width / 2, room.y + room.depth / 2],
      7,
    )
  }
  drawDimensions(draft, walls, habit, thin, chances)
  return draft.finish(
    {
      style: habit.style,
      columns: building.columns,
      walls: walls.map(({ start, end, thicknessMm }) => ({ start, end, thicknessMm })),
      openings: walls.flatMap((wall, i) =>
        holes[i]!.map(({ from, to, use }) => ({ at: put(wall, (from + to) / 2, 0), widthMm: to - from, use })),
      ),
    },
    chances.is(0.7) ? pen : null,
  )
}

/** How far a wall reaches past an end into the walls that it meets there. */
function reachAt(wall: Wall, p: Vector, walls: readonly Wall[]): number {
  const size = sizeOf(wall)
  const u = [(wall.end[0] - wall.start[0]) / size, (wall.end[1] - wall.start[1]) / size] as const
  return Math.max(
    0,
    ...walls
      .filter((other) => other !== wall)
      .map((other) => {
        const { along, away } = onWall(other, p)
        if (away > 40 || along < -40 || along > sizeOf(other) + 40) return 0
        const length = sizeOf(other)
        const sine = Math.abs(
          (u[0] * (other.end[1] - other.start[1]) - u[1] * (other.end[0] - other.start[0])) / length,
        )
        return sine > 0.2 ? Math.min(other.thicknessMm / 2 / sine, other.thicknessMm) : 0
      }),
  )
}

function ringOf(wall: Wall, walls: readonly Wall[]): { ring: Vector[]; from: number; to: number } {
  const half = wall.thicknessMm / 2
  const [from, to] = [-reachAt(wall, wall.start, walls), sizeOf(wall) + reachAt(wall, wall.end, walls)]
  return { ring: [put(wall, from, -half), put(wall, to, -half), put(wall, to, half), put(wall, from, half)], from, to }
}

function holesOf(wall: Wall, walls: readonly Wall[], chances: Chances): Hole[] {
  const size = sizeOf(wall)
  const stops = walls
    .filter((other) => other !== wall)
    .flatMap((other) => [other.start, other.end].map((p) => ({ ...onWall(wall, p), half: other.thicknessMm / 2 })))
    .filter(({ along, away }) => away < 40 && along > 0 && along < size)
    .concat([0, size].map((along) => ({ along, away: 0, half: 350 })))
    .sort((a, b) => a.along - b.along)
  return stops.slice(1).flatMap((next, i): Hole[] => {
    const last = stops[i]!
    const [from, to] = [last.along + last.half + 120, next.along - next.half - 120]
    if (!chances.is(wall.outer ? 0.75 : 0.65)) return []
    const use = wall.outer
      ? chances.pick(['window', 'window', 'door'] as const)
      : chances.pick(['door', 'door', 'passage'] as const)
    const widthMm = use === 'window' ? chances.pick([760, 1135, 1385, 2010]) : chances.pick([700, 885, 1010, 1760])
    if (to - from < widthMm) return []
    const start = chances.step(from, to - widthMm, 5)
    return [{ from: start, to: start + widthMm, use }]
  })
}

function drawWall(
  draft: Drafting,
  wall: Wall,
  holes: readonly Hole[],
  others: readonly { readonly ring: readonly Vector[] }[],
  { from, to }: { readonly from: number; readonly to: number },
  habit: Habit,
  pen: number,
  thin: number,
  chances: Chances,
): void {
  const half = wall.thicknessMm / 2
  const stops = [from, ...holes.flatMap((hole) => [hole.from, hole.to]), to]
  const cutBy = habit.joints === 'cut' ? others.map(({ ring }) => ({ ring })) : []
  const line = (a: Vector, b: Vector, widthPt: number) => {
    for (const [p, q] of outside(a, b, cutBy)) {
      const size = Math.hypot(q[0] - p[0], q[1] - p[1])
      if (habit.pieces && size > 900) {
        const at = (t: number): Vector => [p[0] + (q[0] - p[0]) * t, p[1] + (q[1] - p[1]) * t]
        const [s, t] = [chances.between(0.2, 0.45), chances.between(0.55, 0.8)]
        draft.chain([p, at(s), at(t), q], widthPt)
      } else draft.line(p, q, widthPt)
    }
  }
  for (let k = 0; k < stops.length; k += 2) {
    const [a, b] = [stops[k]!, stops[k + 1]!]
    const corners = [put(wall, a, -half), put(wall, b, -half), put(wall, b, half), put(wall, a, half)]
    if (habit.body === 'stroke') {
      draft.stroke(put(wall, a, 0), put(wall, b, 0), wall.thicknessMm)
      continue
    }
    if (habit.body === 'black' || habit.body === 'gray') {
      draft.fill(corners, habit.body === 'black' ? 0 : 0.7)
      if (habit.body === 'gray') continue
    }
    if (habit.body === 'crossed') crossHatch(draft, wall, a, b, thin)
    if (habit.body === 'insulated' && wall.outer) line(put(wall, a, half * 0.2), put(wall, b, half * 0.2), thin)
    line(corners[0]!, corners[1]!, pen)
    line(corners[3]!, corners[2]!, pen)
    // Jambs, and ends that are drawn where rectangles lie over one another.
    const closes = (end: number) => habit.joints === 'over' || (end !== from && end !== to)
    if (closes(a)) line(corners[3]!, corners[0]!, pen)
    if (closes(b)) line(corners[1]!, corners[2]!, pen)
  }
}

function crossHatch(draft: Drafting, wall: Wall, from: number, to: number, thin: number): void {
  const [half, step] = [wall.thicknessMm / 2, draft.onPaper(1.8)]
  for (let s = from; s + 2 * half < to; s += step) {
    draft.line(put(wall, s, -half), put(wall, s + 2 * half, half), thin * 0.7)
    draft.line(put(wall, s, half), put(wall, s + 2 * half, -half), thin * 0.7)
  }
}

/** Chains along the lower and the left side of the building's box. */
function drawDimensions(draft: Drafting, walls: readonly Wall[], habit: Habit, thin: number, chances: Chances): void {
  const upright = walls.filter(({ start, end }) => Math.abs(start[0] - end[0]) < 40)
  const flat = walls.filter(({ start, end }) => Math.abs(start[1] - end[1]) < 40)
  if (upright.length < 2 || flat.length < 2) return
  const figure = figureOf(habit.imperial ? 'feet' : chances.pick(['mm', 'mm', 'cm', 'm'] as const))
  const dimensions = { extension: habit.extension, end: chances.pick(['slash', 'arrow'] as const), figure }
  const sides = (some: readonly Wall[], k: 0 | 1) =>
    some.flatMap(({ start, thicknessMm }) => [start[k] - thicknessMm / 2, start[k] + thicknessMm / 2])
  const [xs, ys] = [sides(upright, 0), sides(flat, 1)]
  const [west, south] = [Math.min(...xs), Math.min(...ys)]
  for (const row of [0, 1]) {
    const off = draft.onPaper(10 + 8 * row)
    const ends = (all: readonly number[]) => (row ? [Math.min(...all), Math.max(...all)] : all)
    dimensionChain(draft, ends(xs), { axis: 'x', at: south - off, face: south }, dimensions, thin)
    dimensionChain(draft, ends(ys), { axis: 'y', at: west - off, face: west }, dimensions, thin)
  }
}
