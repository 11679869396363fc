import { seeded } from '../../demo/sheets/random'
import type { DrawnPage, PlacedArc, PlacedFill, PlacedText } from './print-page'

type Vector = readonly [x: number, y: number]

/** A wall as it stands in truth: its centre line, in millimetres of the building. */
export interface TrueWall {
  readonly start: Vector
  readonly end: Vector
  readonly thicknessMm: number
}

export interface TrueOpening {
  /** Its middle on the centre line of its wall. */
  readonly at: Vector
  readonly widthMm: number
  readonly use: 'door' | 'window' | 'passage'
}

/** A made-up floor plan on a page, and what stands in it. */
export interface FloorPlan extends DrawnPage {
  readonly mmPerPt: number
  readonly walls: readonly TrueWall[]
  readonly openings: readonly TrueOpening[]
  /** From the building's millimetres to the page's points. */
  readonly toPage: (p: Vector) => Vector
  readonly look: Look
}

/** How an office draws its walls. */
export interface Look {
  readonly walls: 'clean' | 'crossing' | 'filled' | 'gray' | 'hatched' | 'layered'
  readonly samePen: boolean
}

interface Box {
  readonly x0: number
  readonly y0: number
  readonly x1: number
  readonly y1: number
}

interface Body extends TrueWall {
  readonly outer: boolean
  /** Corners, anticlockwise. */
  readonly ring: readonly Vector[]
  readonly along: Vector
  readonly holes: Hole[]
}

interface Hole {
  readonly from: number
  readonly to: number
  readonly use: TrueOpening['use']
}

const lengthOf = ({ start, end }: TrueWall) => Math.hypot(end[0] - start[0], end[1] - start[1])

/** A floor plan with all that stands in the way of reading its walls, always the same for the same seed. */
export function makeFloorPlan(seed: number): FloorPlan {
  const random = seeded(seed * 7919 + 13)
  const pick = <T>(all: readonly T[]): T => all[Math.floor(random() * all.length)]!
  const chance = (p: number) => random() < p
  const between = (a: number, b: number) => a + (b - a) * random()
  const snap = (mm: number) => Math.round(mm / 5) * 5

  const ratio = pick([50, 50, 100, 100, 100, 200])
  const ptPerMm = 72 / 25.4 / ratio
  const turn = pick([0, 0, 0, Math.PI / 2, 0.35, -0.21])
  const [cos, sin] = [Math.cos(turn), Math.sin(turn)]
  const look: Look = {
    walls: pick(['clean', 'clean', 'clean', 'crossing', 'filled', 'gray', 'hatched', 'hatched', 'layered'] as const),
    samePen: chance(0.25),
  }
  const thinPt = pick([0.12, 0.25, 0.35])
  const thickPt = look.samePen ? thinPt : pick([0.5, 0.7, 1])
  const outerMm = pick([200, 240, 300, 365, 400])
  const innerMm = pick([80, 100, 115, 125, 150, 200])

  const raw = {
    lines: [] as (readonly [number, number, number, number, number])[],
    arcs: [] as PlacedArc[],
    fills: [] as PlacedFill[],
    texts: [] as PlacedText[],
  }
  const page = ([x, y]: Vector): Vector => [(x * cos - y * sin) * ptPerMm, (x * sin + y * cos) * ptPerMm]
  // Coordinates that were rounded on their way, and lines that came in pieces.
  const roundPt = pick([0, 0, 0.01, 0.05])
  const rounded = (p: Vector): Vector => (roundPt ? [snapTo(p[0], roundPt), snapTo(p[1], roundPt)] : p)
  const broken = chance(0.2)
  const line = (a: Vector, b: Vector, widthPt = thinPt) => {
    const at = (t: number): Vector => [a[0] + (b[0] - a[0]) * t, a[1] + (b[1] - a[1]) * t]
    const cut = between(0.2, 0.8)
    const pieces =
      broken && Math.hypot(b[0] - a[0], b[1] - a[1]) > 1500
        ? [
            [0, cut],
            [cut, 1],
          ]
        : [[0, 1]]
    for (const [s, t] of pieces) raw.lines.push([...rounded(page(at(s!))), ...rounded(page(at(t!))), widthPt])
  }
  const ringOf = (points: readonly Vector[], widthPt = thinPt) => {
    for (const [i, p] of points.entries()) line(p, points[(i + 1) % points.length]!, widthPt)
  }
  const rect = ({ x0, y0, x1, y1 }: Box, widthPt = thinPt) =>
    ringOf(
      [
        [x0, y0],
        [x1, y0],
        [x1, y1],
        [x0, y1],
      ],
      widthPt,
    )
  const arc = (center: Vector, radiusMm: number, fromRad: number, toRad: number) => {
    const [x, y] = page(center)
    const radiusPt = radiusMm * ptPerMm
    raw.arcs.push({ x, y, radiusPt, fromRad: fromRad + turn, toRad: toRad + turn, widthPt: thinPt })
  }
  const write = (text: string, at: Vector, sizePt = 7, turnRad = 0) => {
    const [x, y] = page(at)
    raw.texts.push({ text, x, y, sizePt, turnRad: turn + turnRad, anchor: 'middle' })
  }
  /** Millimetres of the building that are so many on paper. */
  const onPaper = (mm: number) => mm * ratio

  // Rooms: a house, cut in two again and again; sometimes a wing beside it.
  const bodies: Body[] = []
  const addWall = (start: Vector, end: Vector, thicknessMm: number, outer: boolean) => {
    const size = Math.hypot(end[0] - start[0], end[1] - start[1])
    const u: Vector = [(end[0] - start[0]) / size, (end[1] - start[1]) / size]
    bodies.push({ start, end, thicknessMm, outer, along: u, holes: [], ring: [] })
  }
  const frame = ({ x0, y0, x1, y1 }: Box, sides: readonly ('s' | 'e' | 'n' | 'w')[]) => {
    const corners = { s: [x0, y0, x1, y0], e: [x1, y0, x1, y1], n: [x1, y1, x0, y1], w: [x0, y1, x0, y0] } as const
    for (const side of sides) {
      const [ax, ay, bx, by] = corners[side]
      addWall([ax, ay], [bx, by], outerMm, true)
    }
  }
  const rooms: Box[] = []
  const divide = (box: Box, depth: number) => {
    const [w, d] = [box.x1 - box.x0, box.y1 - box.y0]
    const least = 2100
    if (depth <= 0 || (Math.max(w, d) < 2 * least + 400 && chance(0.8)) || Math.max(w, d) < 2 * least) {
      rooms.push(box)
      return
    }
    const at = between(0.32, 0.68)
    if (w >= d) {
      const x = snap(box.x0 + w * at)
      addWall([x, box.y0], [x, box.y1], innerMm, false)
      divide({ ...box, x1: x }, depth - 1)
      divide({ ...box, x0: x }, depth - 1)
    } else {
      const y = snap(box.y0 + d * at)
      addWall([box.x0, y], [box.x1, y], innerMm, false)
      divide({ ...box, y1: y }, depth - 1)
      divide({ ...box, y0: y }, depth - 1)
    }
  }
  const house: Box = { x0: 0, y0: 0, x1: snap(between(8000, 26_000)), y1: snap(between(7000, 16_000)) }
  frame(house, ['s', 'e', 'n', 'w'])
  divide(house, 2 + Math.floor(random() * 3))
  let right = house.x1
  if (chance(0.4)) {
    const y0 = snap(house.y1 * between(0.1, 0.3))
    const wing: Box = { x0: house.x1, y0, x1: snap(house.x1 + between(4000, 8000)), y1: snap(y0 + house.y1 * 0.5) }
    frame(wing, ['s', 'e', 'n'])
    divide(wing, 1)
    right = wing.x1
  }
  // A slanted wall across the corner of a room.
  const slanted = rooms.find(({ x0, y0, x1, y1 }) => Math.min(x1 - x0, y1 - y0) > 3500)
  if (slanted && chance(0.4)) {
    const size = 1800
    addWall([slanted.x0, slanted.y0 + size], [slanted.x0 + size, slanted.y0], innerMm, false)
  }

  // Bodies reach into those that they end in, so that corners are full.
  const reached = bodies.map((body): Body => {
    const { start, end, thicknessMm, along, outer } = body
    const host = (p: Vector) =>
      Math.max(
        0,
        ...bodies.filter((other) => other !== body && awayFrom(other, p) < 1).map((other) => other.thicknessMm / 2),
      )
    const reach = (p: Vector) => Math.max(0, host(p) - (outer ? 0 : 1))
    const [a, b] = [reach(start), reach(end)]
    const [ux, uy] = along
    const [s, e]: Vector[] = [
      [start[0] - ux * a, start[1] - uy * a],
      [end[0] + ux * b, end[1] + uy * b],
    ] as [Vector, Vector]
    const [ox, oy] = [(-uy * thicknessMm) / 2, (ux * thicknessMm) / 2]
    const ring: Vector[] = [
      [s![0] - ox, s![1] - oy],
      [e![0] - ox, e![1] - oy],
      [e![0] + ox, e![1] + oy],
      [s![0] + ox, s![1] + oy],
    ]
    return { ...body, ring }
  })

  // Doors and windows, clear of other walls.
  for (const body of reached) {
    const length = lengthOf(body)
    const taken = reached
      .filter((other) => other !== body)
      .flatMap((other) =>
        [other.start, other.end]
          .filter((p) => awayFrom(body, p) < 300)
          .map((p) => ({ at: alongOf(body, p), half: other.thicknessMm / 2 + 150 })),
      )
    const tries = Math.floor(length / 1800)
    for (let i = 0; i < tries; i++) {
      if (chance(0.35)) continue
      const use = body.outer
        ? pick(['window', 'window', 'window', 'door'] as const)
        : pick(['door', 'door', 'passage'] as const)
      const width = use === 'window' ? pick([600, 900, 1200, 1510, 2010]) : pick([710, 760, 885, 1010, 1760])
      const at = snap(between(width / 2 + 400, length - width / 2 - 400))
      const isFree =
        at - width / 2 > 350 &&
        at + width / 2 < length - 350 &&
        taken.every((each) => Math.abs(each.at - at) > each.half + width / 2 + 60) &&
        body.holes.every((hole) => hole.to + 250 < at - width / 2 || hole.from - 250 > at + width / 2)
      if (isFree) body.holes.push({ from: at - width / 2, to: at + width / 2, use })
    }
    body.holes.sort((a, b) => a.from - b.from)
  }

  const windowFaces = chance(0.5)
  const panes = pick([1, 2])
  const insulation = pick([0.35, 0.6])
  const lineFaces = look.walls !== 'filled' || chance(0.5)
  for (const body of reached) drawBody(body)

  function drawBody(body: Body): void {
    const { start, along, thicknessMm, holes, ring } = body
    const [ux, uy] = along
    const at = (s: number, t: number): Vector => [start[0] + ux * s - uy * t, start[1] + uy * s + ux * t]
    const others = look.walls === 'crossing' ? [] : reached.filter((other) => other !== body)
    const faceLine = (from: number, to: number, t: number) => {
      for (const [a, b] of outside(at(from, t), at(to, t), others)) line(a, b, thickPt)
    }
    const half = thicknessMm / 2
    const [s0, s1] = [alongOf(body, ring[0]!), alongOf(body, ring[1]!)]
    const solid: [number, number][] = []
    let from = s0
    for (const hole of holes) {
      solid.push([from, hole.from])
      from = hole.to
    }
    solid.push([from, s1])
    for (const [a, b] of solid) {
      if (look.walls === 'filled' || look.walls === 'gray')
        raw.fills.push({
          ring: [at(a, -half), at(b, -half), at(b, half), at(a, half)].map(page),
          gray: look.walls === 'gray' ? 0.7 : 0,
        })
      if (look.walls === 'hatched') hatchPiece(at, a, b, half)
      if (look.walls === 'layered' && body.outer)
        for (const [from, to] of outside(
          at(a, half - insulation * thicknessMm),
          at(b, half - insulation * thicknessMm),
          others,
        ))
          line(from, to)
      if (lineFaces) for (const t of [-half, half]) faceLine(a, b, t)
    }
    // Ends that lie free; those in other walls are cut away.
    if (lineFaces && look.walls !== 'crossing')
      for (const s of [s0, s1]) for (const [a, b] of outside(at(s, -half), at(s, half), others)) line(a, b, thickPt)
    for (const { from: f, to: t, use } of holes) {
      for (const s of [f, t]) line(at(s, -half), at(s, half), thickPt)
      if (use === 'window') {
        if (windowFaces) for (const side of [-half, half]) line(at(f, side), at(t, side))
        for (let k = 0; k < panes; k++) {
          const off = panes === 1 ? 0 : (k - 0.5) * Math.min(60, thicknessMm / 3)
          line(at(f, off), at(t, off))
        }
      }
      if (use === 'door') {
        const width = t - f
        const side = chance(0.5) ? half : -half
        const way = Math.atan2(uy, ux)
        const sign = side > 0 ? 1 : -1
        const leaves: readonly (readonly [number, number, 1 | -1])[] =
          width > 1500
            ? [
                [f, width / 2, 1],
                [t, width / 2, -1],
              ]
            : chance(0.5)
              ? [[f, width, 1]]
              : [[t, width, -1]]
        for (const [hinge, size, to] of leaves) {
          line(at(hinge, side), at(hinge, side + sign * size))
          const closed = to > 0 ? way : way + Math.PI
          const open = way + (sign * Math.PI) / 2
          const sweep = Math.atan2(Math.sin(open - closed), Math.cos(open - closed))
          const low = sweep > 0 ? closed : open
          arc(at(hinge, side), size, low, low + Math.PI / 2)
        }
      }
    }
  }

  function hatchPiece(at: (s: number, t: number) => Vector, a: number, b: number, half: number): void {
    const step = onPaper(pick([1.2, 1.8]))
    for (let s = a - 2 * half; s < b; s += step) {
      // From (s, −half) up to (s + 2 half, half), within a to b.
      const t0 = Math.max(-half, a - s - half)
      const t1 = Math.min(half, b - s - half)
      if (t1 - t0 > onPaper(0.2)) line(at(s + t0 + half, t0), at(s + t1 + half, t1), thinPt * 0.7)
    }
  }

  // Furniture, the pairs of lines that are no walls.
  for (const room of rooms) {
    const inset = outerMm / 2 + 30
    const free: Box = { x0: room.x0 + inset, y0: room.y0 + inset, x1: room.x1 - inset, y1: room.y1 - inset }
    const [w, d] = [free.x1 - free.x0, free.y1 - free.y0]
    const piece = pick([
      'bed',
      'wardrobe',
      'kitchen',
      'table',
      'sofa',
      'bath',
      'stair',
      'tiles',
      'shelf',
      'none',
    ] as const)
    const box = (x: number, y: number, width: number, depth: number): Box => ({
      x0: free.x0 + x,
      y0: free.y0 + y,
      x1: free.x0 + x + width,
      y1: free.y0 + y + depth,
    })
    if (piece === 'bed' && w > 2200 && d > 2200) {
      rect(box(100, 100, 2000, 1600))
      rect(box(150, 150, 500, 700))
      rect(box(150, 900, 500, 700))
    }
    if (piece === 'wardrobe') {
      rect(box(0, 0, Math.min(w, 2400), 600))
      line([free.x0, free.y0 + 300], [free.x0 + Math.min(w, 2400), free.y0 + 300])
    }
    if (piece === 'kitchen') {
      rect(box(0, 0, w, 600))
      rect(box(0, 600, 600, Math.min(1800, d - 700)))
      rect(box(900, 80, 500, 440))
      arc([free.x0 + 2000, free.y0 + 200], 90, 0, 2 * Math.PI - 0.01)
    }
    if (piece === 'table' && w > 2500 && d > 2200) {
      rect(box(500, 700, 1600, 800))
      for (const x of [600, 1300]) for (const y of [220, 1530]) rect(box(x, y, 450, 450))
    }
    if (piece === 'sofa' && w > 2400 && d > 1300) {
      rect(box(100, 100, 2100, 900))
      rect(box(250, 100, 1800, 700))
      line([free.x0 + 100, free.y0 + 850], [free.x0 + 2200, free.y0 + 850])
    }
    if (piece === 'bath') {
      rect(box(0, 0, 1700, 750))
      rect(box(70, 70, 1560, 610))
    }
    if (piece === 'shelf') {
      for (let k = 0; k < 4; k++) rect(box(0, k * 900, Math.min(w, 3200), 350))
    }
    if (piece === 'stair' && w > 1200 && d > 3000) {
      const count = Math.floor((d - 200) / 270)
      for (let k = 0; k <= count; k++) line([free.x0, free.y0 + k * 270], [free.x0 + 1000, free.y0 + k * 270])
      for (const x of [0, 1000]) line([free.x0 + x, free.y0], [free.x0 + x, free.y0 + count * 270])
      line([free.x0 + 500, free.y0], [free.x0 + 500, free.y0 + count * 270])
    }
    if (piece === 'tiles') {
      const step = pick([300, 330, 600])
      for (let x = step; x < w; x += step) line([free.x0 + x, free.y0], [free.x0 + x, free.y1], thinPt * 0.6)
      for (let y = step; y < d; y += step) line([free.x0, free.y0 + y], [free.x1, free.y0 + y], thinPt * 0.6)
    }
    const middle: Vector = [(room.x0 + room.x1) / 2, (room.y0 + room.y1) / 2]
    write(pick(['Loft', 'Sail room', 'Office', 'Bath', 'Store']), middle)
    write(`${((w * d) / 1e6).toFixed(1)} m²`, [middle[0], middle[1] - onPaper(3.5)])
  }

  // Dimension chains, outside in rows and across the rooms.
  const dimension = (a: Vector, b: Vector) => {
    line(a, b)
    const size = Math.hypot(b[0] - a[0], b[1] - a[1])
    const [ux, uy] = [(b[0] - a[0]) / size, (b[1] - a[1]) / size]
    const tick = onPaper(0.9)
    for (const [x, y] of [a, b]) {
      line([x - (ux - uy) * tick, y - (uy + ux) * tick], [x + (ux - uy) * tick, y + (uy + ux) * tick], thinPt * 2)
      line([x + uy * onPaper(3), y - ux * onPaper(3)], [x - uy * onPaper(1), y + ux * onPaper(1)])
    }
    if (size > onPaper(9))
      write(
        String(Math.round(size)),
        [(a[0] + b[0]) / 2 - uy * onPaper(0.8), (a[1] + b[1]) / 2 + ux * onPaper(0.8)],
        6,
        Math.atan2(uy, ux),
      )
  }
  const rowMm = onPaper(pick([6, 7, 9]))
  const cuts = [...new Set(rooms.flatMap(({ x0, x1 }) => [x0, x1]).filter((x) => x <= house.x1))].sort((a, b) => a - b)
  const first = outerMm / 2 + onPaper(8)
  for (let i = 0; i + 1 < cuts.length; i++) dimension([cuts[i]!, -first], [cuts[i + 1]!, -first])
  for (const row of [1, 2]) dimension([0, -first - row * rowMm], [row === 1 ? house.x1 : right, -first - row * rowMm])
  for (const row of [0, 1]) dimension([-first - row * rowMm, 0], [-first - row * rowMm, house.y1])
  for (const { x0, x1, y0, y1 } of rooms)
    if (chance(0.4)) dimension([x0 + innerMm / 2, y0 + (y1 - y0) * 0.8], [x1 - innerMm / 2, y0 + (y1 - y0) * 0.8])
  // Axes in broken lines, with bubbles.
  if (chance(0.5))
    for (const x of cuts) {
      for (let y = -2500; y < house.y1 + 2500; y += onPaper(12)) {
        line([x, y], [x, y + onPaper(8)], thinPt * 0.8)
        line([x, y + onPaper(9.5)], [x, y + onPaper(10.5)], thinPt * 0.8)
      }
      arc([x, house.y1 + 2900], 400, 0, 2 * Math.PI - 0.01)
    }
  // A terrace of boards.
  if (chance(0.3))
    for (let k = 0; k <= 14; k++) line([1000, house.y1 + 600 + k * 145], [5000, house.y1 + 600 + k * 145])

  // An elevation above the plan, with its bands, sills and window frames.
  if (chance(0.3)) {
    const foot = house.y1 + 6000
    line([-1500, foot], [house.x1 + 1500, foot], thickPt)
    line([-1500, foot - 120], [house.x1 + 1500, foot - 120])
    for (const [low, high] of [
      [0, 3000],
      [3000, 3300],
      [3300, 6000],
      [6000, 6240],
    ] as const)
      rect({ x0: 0, y0: foot + low, x1: house.x1, y1: foot + high })
    for (let x = 900; x + 1600 < house.x1; x += snap(between(1900, 3100)))
      for (const sill of [900, 4200]) {
        rect({ x0: x, y0: foot + sill, x1: x + 1200, y1: foot + sill + 1400 })
        rect({ x0: x + 70, y0: foot + sill + 70, x1: x + 1130, y1: foot + sill + 1330 })
        line([x + 600, foot + sill], [x + 600, foot + sill + 1400])
        rect({ x0: x - 80, y0: foot + sill - 60, x1: x + 1280, y1: foot + sill })
      }
  }

  // The frame of the sheet and its title block.
  const all = [
    ...raw.lines.flatMap(
      ([a, b, c, d]) =>
        [
          [a, b],
          [c, d],
        ] as Vector[],
    ),
    ...raw.texts.map(({ x, y }): Vector => [x, y]),
  ]
  const margin = 60
  const [minX, minY] = [0, 1].map((k) => Math.min(...all.map((p) => p[k]!)) - margin) as [number, number]
  const [maxX, maxY] = [0, 1].map((k) => Math.max(...all.map((p) => p[k]!)) + margin) as [number, number]
  const framed = (inset: number, widthPt: number) => {
    const [a, b, c, d] = [minX + inset, minY + inset, maxX - inset, maxY - inset]
    raw.lines.push([a, b, c, b, widthPt], [c, b, c, d, widthPt], [c, d, a, d, widthPt], [a, d, a, b, widthPt])
  }
  framed(10, thickPt)
  if (chance(0.5)) framed(10 + pick([3, 6, 14]), thinPt)
  const block: Vector = [maxX - 160, minY + 24]
  for (let k = 0; k <= 4; k++) {
    const y = block[1] + k * 9
    if (y < maxY - 30) raw.lines.push([block[0], y, maxX - 24, y, thinPt])
    raw.texts.push({
      text: pick(['Drawn A.', 'Sheet 4', 'Plan']),
      x: block[0] + 40,
      y: y + 2,
      sizePt: 6,
      turnRad: 0,
      anchor: 'start',
    })
  }
  const [offX, offY] = [-minX, -minY]
  return {
    widthPt: maxX - minX,
    heightPt: maxY - minY,
    lines: raw.lines.map(([a, b, c, d, w]) => [a + offX, b + offY, c + offX, d + offY, w] as const),
    arcs: raw.arcs.map((each) => ({ ...each, x: each.x + offX, y: each.y + offY })),
    fills: raw.fills.map(({ ring, gray }) => ({ gray, ring: ring.map(([x, y]): Vector => [x + offX, y + offY]) })),
    texts: raw.texts.map((each) => ({ ...each, x: each.x + offX, y: each.y + offY })),
    mmPerPt: 1 / ptPerMm,
    walls: reached.map(({ start, end, thicknessMm }) => ({ start, end, thicknessMm })),
    openings: reached.flatMap(({ start, along, holes }) =>
      holes.map(({ from, to, use }): TrueOpening => {
        const s = (from + to) / 2
        return { at: [start[0] + along[0] * s, start[1] + along[1] * s], widthMm: to - from, use }
      }),
    ),
    toPage: (p) => {
      const [x, y] = page(p)
      return [x + offX, y + offY]
    },
    look,
  }
}

const snapTo = (value: number, step: number) => Math.round(value / step) * step

function alongOf({ start, end }: TrueWall, [x, y]: Vector): number {
  const size = Math.hypot(end[0] - start[0], end[1] - start[1])
  return ((x - start[0]) * (end[0] - start[0]) + (y - start[1]) * (end[1] - start[1])) / size
}

/** How far a place lies from the centre line of a wall. */
function awayFrom(wall: TrueWall, p: Vector): number {
  const size = lengthOf(wall)
  const s = Math.min(size, Math.max(0, alongOf(wall, p)))
  const [ux, uy] = [(wall.end[0] - wall.start[0]) / size, (wall.end[1] - wall.start[1]) / size]
  return Math.hypot(p[0] - wall.start[0] - ux * s, p[1] - wall.start[1] - uy * s)
}

/** The pieces of a line that lie in none of some bodies, each convex with its corners anticlockwise. */
export function outside(a: Vector, b: Vector, bodies: readonly Pick<Body, 'ring'>[]): (readonly [Vector, Vector])[] {
  const covered = bodies.flatMap(({ ring }) => {
    // Clipped by each edge of the convex ring (Cyrus and Beck 1978).
    let [t0, t1] = [0, 1]
    for (let i = 0; i < ring.length; i++) {
      const [p, q] = [ring[i]!, ring[(i + 1) % ring.length]!]
      const [nx, ny] = [-(q[1] - p[1]), q[0] - p[0]]
      const size = Math.hypot(nx, ny)
      // A line along the edge lies on the outline, not within.
      const inA = ((a[0] - p[0]) * nx + (a[1] - p[1]) * ny) / size - 0.5
      const inB = ((b[0] - p[0]) * nx + (b[1] - p[1]) * ny) / size - 0.5
      if (inA < 0 && inB < 0) return []
      if (inA < 0) t0 = Math.max(t0, inA / (inA - inB))
      if (inB < 0) t1 = Math.min(t1, inA / (inA - inB))
    }
    return t1 > t0 ? [[t0, t1] as const] : []
  })
  covered.sort((x, y) => x[0] - y[0])
  const pieces: (readonly [number, number])[] = []
  let from = 0
  for (const [t0, t1] of covered) {
    if (t0 > from) pieces.push([from, t0])
    from = Math.max(from, t1)
  }
  if (from < 1) pieces.push([from, 1])
  const at = (t: number): Vector => [a[0] + (b[0] - a[0]) * t, a[1] + (b[1] - a[1]) * t]
  const size = Math.hypot(b[0] - a[0], b[1] - a[1])
  return pieces.filter(([t0, t1]) => (t1 - t0) * size > 1).map(([t0, t1]) => [at(t0), at(t1)] as const)
}
