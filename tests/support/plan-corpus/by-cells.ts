import type { TrueOpening, TrueWall } from '../floor-plans'
import { dimensionChain, furnish } from './clutter'
import { Chances, type CorpusPlan, Drafting, type Vector } from './drafting'
import { drawLeaves, drawPanes, figureOf, hatchBox } from './marks'

/**
 * Floors as letters: neighbouring cells with one letter are one room, a dot lies outside. Walls are what parts letters,
 * and their outline is traced around the union of their bodies, so that it has no line too many.
 */
const FLOORS: readonly (readonly string[])[] = [
  ['LLLKK', 'LLLKK', 'LLLHB', 'SSHHB', 'SSHCC'],
  ['AABBC', 'AABBC', 'HHHHC', 'DDEEF', 'DDEEF'],
  ['.LLLK', '.LLLK', 'SHHHH', 'SBBCC'],
  ['AAAA..', 'AAAA..', 'HHHHHH', 'BBCCDD', 'BBCCDD'],
  ['ABCDE', 'ABCDE', 'HHHHH', 'FGIJK', 'FGIJK'],
  ['LLL', 'LLL', 'KHB', 'SHB', 'SHC'],
  ['AAAB', 'AAAB', 'CHHB', 'CHDD', 'EEDD', 'EE..'],
]

/** How one office draws: each is a style that figures are told by. */
interface Habit {
  readonly style: string
  readonly faces: 'outline' | 'pieces' | 'twice' | 'black' | 'gray' | 'stroke' | 'through'
  readonly filling?: 'hatched' | 'bricks' | 'cavity'
  readonly samePen?: true
  readonly extension: 'full' | 'stub' | 'none'
  readonly bend?: 'slightly' | 'old'
  readonly rounded?: true
  readonly imperial?: true
}

const HABITS: readonly Habit[] = [
  { style: 'outline', faces: 'outline', extension: 'stub' },
  { style: 'full extension lines', faces: 'outline', extension: 'full' },
  { style: 'one pen, full extension lines', faces: 'outline', extension: 'full', samePen: true },
  { style: 'one pen', faces: 'outline', extension: 'stub', samePen: true },
  { style: 'slightly out of square', faces: 'outline', extension: 'none', bend: 'slightly' },
  { style: 'old building', faces: 'outline', extension: 'none', bend: 'old' },
  { style: 'faces in pieces', faces: 'pieces', extension: 'stub' },
  { style: 'outlines over one another', faces: 'twice', extension: 'stub' },
  { style: 'black', faces: 'black', extension: 'full' },
  { style: 'gray without lines', faces: 'gray', extension: 'stub' },
  { style: 'thick strokes', faces: 'stroke', extension: 'stub' },
  { style: 'lines that run through', faces: 'through', extension: 'none' },
  { style: 'hatched', faces: 'outline', filling: 'hatched', extension: 'full' },
  { style: 'bricks', faces: 'outline', filling: 'bricks', extension: 'stub' },
  { style: 'cavity', faces: 'outline', filling: 'cavity', extension: 'full' },
  { style: 'rounded', faces: 'outline', extension: 'stub', rounded: true },
  { style: 'imperial', faces: 'outline', extension: 'full', imperial: true },
]

/** A wall of the grid: along `axis`, its centre line at `at`. */
interface GridWall {
  readonly axis: 'x' | 'y'
  readonly at: number
  readonly from: number
  readonly to: number
  readonly outer: boolean
  readonly thicknessMm: number
}

interface Rect {
  readonly x0: number
  readonly y0: number
  readonly x1: number
  readonly y1: number
}

interface Hole {
  readonly wall: GridWall
  readonly from: number
  readonly to: number
  readonly use: TrueOpening['use']
}

/** Plan `seed` of this generator; styles follow one another. */
export function planByCells(seed: number): CorpusPlan {
  const chances = new Chances(seed)
  const habit = HABITS[seed % HABITS.length]!
  const ratio = habit.imperial ? chances.pick([48, 96]) : chances.pick([50, 100, 100, 200])
  const floor = chances.pick(FLOORS)
  const rows = chances.is(0.5) ? floor : [...floor].reverse()
  const letters = (chances.is(0.5) ? rows : rows.map((row) => [...row].reverse().join(''))).map((row) => [...row])
  const grid = (count: number): number[] => {
    const edges = [0]
    for (let i = 0; i < count; i++) edges.push(edges.at(-1)! + chances.step(1500, 3400, 10))
    return edges
  }
  const [xs, ys] = [grid(letters[0]!.length), grid(letters.length)]
  const [outerMm, innerMm, bearingMm] = habit.imperial
    ? [chances.pick([165, 203]), chances.pick([114, 121]), 165]
    : [chances.pick([250, 300, 365, 425]), chances.pick([75, 100, 115, 150]), chances.pick([175, 240])]
  const walls = wallsOf(letters, xs, ys, (outer) => (outer ? outerMm : chances.is(0.25) ? bearingMm : innerMm))
  const holes = habit.faces === 'through' ? [] : holesOf(walls, chances)
  const [width, depth] = [xs.at(-1)!, ys.at(-1)!]
  const draft = new Drafting({
    ratio,
    turnRad: habit.bend ? 0 : chances.pick([0, 0, Math.PI / 2, 0.12]),
    roundPt: habit.rounded ? chances.pick([0.05, 0.1]) : 0,
    bend: bendOf(habit.bend, width, depth, chances),
  })
  const thin = chances.pick([0.1, 0.18, 0.25])
  const pen = habit.samePen ? thin : chances.pick([0.35, 0.5, 0.7])

  drawWalls(draft, walls, holes, habit, pen, thin, chances)
  for (const hole of holes) drawHole(draft, hole, thin, chances)
  const clutterPen = chances.is(0.3) ? pen : thin
  const names = ['Saloon', 'Net room', 'Workshop', 'Oars', 'Landing', 'Drying', 'Wash', 'Pantry']
  for (const [j, row] of letters.entries())
    for (const [i, letter] of row.entries()) {
      if (letter === '.' || letters[j]![i - 1] === letter || letters[j - 1]?.[i] === letter) continue
      const free = {
        x: xs[i]! + 240,
        y: ys[j]! + 240,
        width: xs[i + 1]! - xs[i]! - 480,
        depth: ys[j + 1]! - ys[j]! - 480,
      }
      furnish(draft, free, clutterPen, chances)
      draft.text(chances.pick(names), [free.x + free.width / 2, free.y + free.depth / 2], 7)
    }
  const figure = figureOf(habit.imperial ? 'feet' : chances.pick(['mm', 'cm', 'm'] as const))
  const dimensions = { extension: habit.extension, end: chances.pick(['slash', 'arrow', 'dot'] as const), figure }
  if (!habit.bend) {
    const rest = outerMm / 2
    const faces = (edges: readonly number[]) => [
      edges[0]! - rest,
      edges[0]! + rest,
      ...edges.slice(1, -1),
      edges.at(-1)! - rest,
      edges.at(-1)! + rest,
    ]
    for (const row of [0, 1]) {
      const off = rest + draft.onPaper(9 + 7 * row)
      dimensionChain(
        draft,
        row ? [-rest, width + rest] : faces(xs),
        { axis: 'x', at: -off, face: -rest },
        dimensions,
        thin,
      )
      dimensionChain(
        draft,
        row ? [-rest, depth + rest] : faces(ys),
        { axis: 'y', at: -off, face: -rest },
        dimensions,
        thin,
      )
    }
  }
  return draft.finish(
    {
      style: habit.style,
      walls: walls.map(
        (wall): TrueWall => ({
          start: put(wall, wall.from, 0),
          end: put(wall, wall.to, 0),
          thicknessMm: wall.thicknessMm,
        }),
      ),
      openings: holes.map(({ wall, from, to, use }) => ({
        at: put(wall, (from + to) / 2, 0),
        widthMm: to - from,
        use,
      })),
    },
    chances.is(0.6) ? pen : null,
  )
}

const put = ({ axis, at }: GridWall, along: number, aside: number): Vector =>
  axis === 'x' ? [along, at + aside] : [at - aside, along]

/** What parts letters, in runs as long as they are of one kind. */
function wallsOf(
  letters: readonly (readonly string[])[],
  xs: readonly number[],
  ys: readonly number[],
  thickness: (outer: boolean) => number,
): GridWall[] {
  const letterAt = (i: number, j: number) => letters[j]?.[i] ?? '.'
  const walls: GridWall[] = []
  const along = (
    axis: 'x' | 'y',
    lines: readonly number[],
    edges: readonly number[],
    pair: (line: number, k: number) => readonly [string, string],
  ) => {
    for (const [line, at] of lines.entries()) {
      let begun: { from: number; outer: boolean } | null = null
      for (let k = 0; k < edges.length; k++) {
        const [a, b] = k + 1 < edges.length ? pair(line, k) : ['.', '.']
        const outer = a === '.' || b === '.'
        if (begun && (a === b || outer !== begun.outer)) {
          walls.push({
            axis,
            at,
            from: begun.from,
            to: edges[k]!,
            outer: begun.outer,
            thicknessMm: thickness(begun.outer),
          })
          begun = null
        }
        if (a !== b && !begun) begun = { from: edges[k]!, outer }
      }
    }
  }
  along('y', xs, ys, (i, j) => [letterAt(i - 1, j), letterAt(i, j)])
  along('x', ys, xs, (j, i) => [letterAt(i, j - 1), letterAt(i, j)])
  return walls
}

const crossings = (wall: GridWall, walls: readonly GridWall[]): GridWall[] =>
  walls.filter(
    (other) =>
      other.axis !== wall.axis &&
      other.at >= wall.from &&
      other.at <= wall.to &&
      wall.at >= other.from &&
      wall.at <= other.to,
  )

/** A wall's body reaches into those that it ends in. */
function bodyOf(wall: GridWall, walls: readonly GridWall[]): Rect {
  const reach = (end: number) =>
    Math.max(
      0,
      ...crossings(wall, walls)
        .filter(({ at }) => at === end)
        .map(({ thicknessMm }) => thicknessMm / 2),
    )
  const half = wall.thicknessMm / 2
  const [from, to] = [wall.from - reach(wall.from), wall.to + reach(wall.to)]
  return wall.axis === 'x'
    ? { x0: from, x1: to, y0: wall.at - half, y1: wall.at + half }
    : { x0: wall.at - half, x1: wall.at + half, y0: from, y1: to }
}

function holesOf(walls: readonly GridWall[], chances: Chances): Hole[] {
  return walls.flatMap((wall) => {
    const stops = [...crossings(wall, walls)].sort((a, b) => a.at - b.at)
    return stops.slice(1).flatMap((next, i): Hole[] => {
      const last = stops[i]!
      const [from, to] = [last.at + last.thicknessMm / 2, next.at - next.thicknessMm / 2]
      if (!chances.is(wall.outer ? 0.8 : 0.6)) return []
      const use = wall.outer
        ? chances.pick(['window', 'window', 'window', 'door'] as const)
        : chances.pick(['door', 'door', 'door', 'passage'] as const)
      const widthMm =
        use === 'window' ? chances.pick([625, 885, 1010, 1260, 1760]) : chances.pick([635, 760, 885, 1010])
      if (to - from < widthMm + 320) return []
      const start = chances.step(from + 150, to - 150 - widthMm, 5)
      return [{ wall, from: start, to: start + widthMm, use }]
    })
  })
}

/** Outlines of the union of bodies less holes: where solid and empty part on the grid of all edges. */
function outlinesOf(bodies: readonly Rect[], holes: readonly Rect[]): Edge[] {
  const edges = (of: (r: Rect) => readonly number[]) =>
    [...new Set([...bodies, ...holes].flatMap(of))].sort((a, b) => a - b)
  const [xs, ys] = [edges(({ x0, x1 }) => [x0, x1]), edges(({ y0, y1 }) => [y0, y1])]
  const covers = ({ x0, y0, x1, y1 }: Rect, x: number, y: number) => x > x0 && x < x1 && y > y0 && y < y1
  const isSolid = (i: number, j: number) => {
    if (i < 0 || j < 0 || i + 1 >= xs.length || j + 1 >= ys.length) return false
    const [x, y] = [(xs[i]! + xs[i + 1]!) / 2, (ys[j]! + ys[j + 1]!) / 2]
    return bodies.some((body) => covers(body, x, y)) && !holes.some((hole) => covers(hole, x, y))
  }
  const solid = xs.map((_, i) => ys.map((_, j) => isSolid(i, j)))
  const at = (i: number, j: number) => solid[i]?.[j] ?? false
  return [
    ...xs.flatMap((x, i) =>
      runsOf(ys, (j) => at(i - 1, j) !== at(i, j)).map(
        ([a, b]): Edge => [
          [x, a],
          [x, b],
        ],
      ),
    ),
    ...ys.flatMap((y, j) =>
      runsOf(xs, (i) => at(i, j - 1) !== at(i, j)).map(
        ([a, b]): Edge => [
          [a, y],
          [b, y],
        ],
      ),
    ),
  ]
}

type Edge = readonly [Vector, Vector]

/** Where something holds from one place to the next, in runs. */
function runsOf(places: readonly number[], holds: (k: number) => boolean): (readonly [number, number])[] {
  const runs: (readonly [number, number])[] = []
  let from: number | null = null
  for (const [k, place] of places.entries()) {
    const here = holds(k)
    if (here && from === null) from = place
    if (!here && from !== null) {
      runs.push([from, place])
      from = null
    }
  }
  return runs
}

function drawWalls(
  draft: Drafting,
  walls: readonly GridWall[],
  holes: readonly Hole[],
  habit: Habit,
  pen: number,
  thin: number,
  chances: Chances,
): void {
  const bodies = walls.map((wall) => bodyOf(wall, walls))
  const cuts = holes.map(({ wall, from, to }): Rect => {
    const [a, b] = [put(wall, from, -wall.thicknessMm / 2 - 1), put(wall, to, wall.thicknessMm / 2 + 1)]
    return { x0: Math.min(a[0], b[0]), x1: Math.max(a[0], b[0]), y0: Math.min(a[1], b[1]), y1: Math.max(a[1], b[1]) }
  })
  /** The pieces of a wall between its holes. */
  const solids = walls.map((wall, i) => {
    const body = bodies[i]!
    const ends = wall.axis === 'x' ? [body.x0, body.x1] : [body.y0, body.y1]
    const mine = holes.filter((hole) => hole.wall === wall)
    const stops = [ends[0]!, ...mine.flatMap(({ from, to }) => [from, to]), ends[1]!]
    return Array.from({ length: stops.length / 2 }, (_, k) => [stops[2 * k]!, stops[2 * k + 1]!] as const)
  })
  const each = (draw: (wall: GridWall, from: number, to: number) => void) => {
    for (const [i, wall] of walls.entries()) for (const [from, to] of solids[i]!) draw(wall, from, to)
  }
  const ringOf = (wall: GridWall, from: number, to: number): Vector[] => {
    const half = wall.thicknessMm / 2
    return [put(wall, from, -half), put(wall, to, -half), put(wall, to, half), put(wall, from, half)]
  }
  const { faces, filling } = habit
  if (faces === 'stroke')
    return each((wall, from, to) => draft.stroke(put(wall, from, 0), put(wall, to, 0), wall.thicknessMm))
  if (faces === 'through')
    return each((wall, from, to) => {
      for (const side of [-0.5, 0.5])
        draft.line(put(wall, from, side * wall.thicknessMm), put(wall, to, side * wall.thicknessMm), pen)
    })
  if (faces === 'black' || faces === 'gray')
    each((wall, from, to) => draft.fill(ringOf(wall, from, to), faces === 'black' ? 0 : 0.75))
  if (filling === 'hatched' || filling === 'bricks')
    each((wall, from, to) => {
      const [a, , c] = ringOf(wall, from, to)
      const box = {
        x0: Math.min(a![0], c![0]),
        x1: Math.max(a![0], c![0]),
        y0: Math.min(a![1], c![1]),
        y1: Math.max(a![1], c![1]),
      }
      hatchBox(draft, box, filling === 'bricks' ? 'bricks' : 'slanted', thin * 0.8)
    })
  if (filling === 'cavity')
    each((wall, from, to) => {
      if (wall.outer)
        for (const part of [-0.1, 0.15])
          draft.line(put(wall, from, part * wall.thicknessMm), put(wall, to, part * wall.thicknessMm), thin)
    })
  if (faces === 'gray') return
  for (const [a, b] of outlinesOf(bodies, cuts)) {
    const size = Math.hypot(b[0] - a[0], b[1] - a[1])
    const on = (s: number): Vector => [a[0] + ((b[0] - a[0]) * s) / size, a[1] + ((b[1] - a[1]) * s) / size]
    if (faces === 'pieces') {
      const stops = [0]
      while (stops.at(-1)! < size) stops.push(Math.min(size, stops.at(-1)! + chances.between(60, 900)))
      draft.chain(stops.map(on), pen)
    } else {
      draft.line(a, b, pen)
      if (faces === 'twice')
        draft.line(on(size * 0.2), on(Math.min(size, size * 0.2 + chances.between(300, 4000))), pen)
    }
  }
}

function drawHole(draft: Drafting, { wall, from, to, use }: Hole, thin: number, chances: Chances): void {
  const at = (along: number, aside: number) => put(wall, along, aside)
  if (use === 'window') drawPanes(draft, at, [from, to], wall.thicknessMm, thin, chances)
  if (use === 'door') drawLeaves(draft, at, [from, to], wall.thicknessMm, thin, chances)
}

/** The building bent out of square: lines along its axes stay straight, but no two of them parallel. */
function bendOf(bend: Habit['bend'], width: number, depth: number, chances: Chances): (p: Vector) => Vector {
  if (!bend) return (p) => p
  const most = bend === 'old' ? 350 : 40
  const corners = [0, 1, 2, 3].map((): Vector => [chances.between(-most, most), chances.between(-most, most)])
  return ([x, y]) => {
    const [s, t] = [x / width, y / depth]
    const weights = [(1 - s) * (1 - t), s * (1 - t), s * t, (1 - s) * t]
    return [0, 1].map(
      (k) => [x, y][k]! + weights.reduce((sum, w, i) => sum + w * corners[i]![k]!, 0),
    ) as unknown as Vector
  }
}
