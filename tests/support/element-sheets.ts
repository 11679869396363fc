import type { Affine } from '@/core/geometry/affine'
import { type Homography, projectiveOf } from '@/core/geometry/projective'
import type { ElementDraft } from '@/core/propose/elements/element'
import { Chances, type Vector } from './plan-corpus/drafting'
import type { DrawnPage, PlacedArc, PlacedFill, PlacedText } from './print-page'

/** A made-up sheet with grid lines, columns and stairs, and with signs that look like them. */
export interface ElementSheet extends DrawnPage {
  readonly mmPerPt: number
  /** What it shows, in millimetres from the lower left of the page. */
  readonly truth: readonly ElementDraft[]
}

/** How one office draws its bubbles, lines and posts. */
export interface SheetHabit {
  readonly name: string
  readonly bubble: 'circle' | 'chords' | 'hexagon'
  readonly line: 'dash-dot' | 'full'
  readonly ends: 'both' | 'one'
  readonly post: 'filled' | 'crossed' | 'outline' | 'round'
  readonly arrow: boolean
  readonly ratio: number
}

export const SHEET_HABITS: readonly SheetHabit[] = [
  { name: 'dashes, filled', bubble: 'circle', line: 'dash-dot', ends: 'both', post: 'filled', arrow: true, ratio: 100 },
  { name: 'full lines', bubble: 'chords', line: 'full', ends: 'one', post: 'crossed', arrow: true, ratio: 50 },
  { name: 'hexagons', bubble: 'hexagon', line: 'dash-dot', ends: 'one', post: 'round', arrow: false, ratio: 100 },
  { name: 'outlines', bubble: 'circle', line: 'full', ends: 'both', post: 'outline', arrow: true, ratio: 200 },
]

const NAMES = 'ABCDEFGHJK'
const PT_PER_MM = 72 / 25.4

/** Draws a frame of a building by its grid: posts where lines cross, a stair, and what is drawn beside. */
export function elementSheet(seed: number, habit: SheetHabit): ElementSheet {
  const chances = new Chances(seed)
  const ptPerMm = PT_PER_MM / habit.ratio
  const onPaper = (mm: number) => (mm * PT_PER_MM) / ptPerMm
  const lines: [number, number, number, number, number][] = []
  const arcs: PlacedArc[] = []
  const fills: PlacedFill[] = []
  const texts: PlacedText[] = []
  const truth: ElementDraft[] = []
  const pt = ([x, y]: Vector): Vector => [x * ptPerMm, y * ptPerMm]
  const line = (a: Vector, b: Vector, widthPt: number) => lines.push([...pt(a), ...pt(b), widthPt])
  const ring = (points: readonly Vector[], widthPt: number) =>
    points.forEach((p, i) => {
      line(p, points[(i + 1) % points.length]!, widthPt)
    })
  const round = ([x, y]: Vector, radius: number, corners: number): Vector[] =>
    Array.from({ length: corners }, (_, i) => {
      const turn = (i * 2 * Math.PI) / corners
      return [x + radius * Math.cos(turn), y + radius * Math.sin(turn)]
    })
  const circle = (at: Vector, radius: number, widthPt: number) => {
    const [x, y] = pt(at)
    // Two halves, as most programs write them.
    for (const fromRad of [0, Math.PI])
      arcs.push({ x, y, radiusPt: radius * ptPerMm, fromRad, toRad: fromRad + Math.PI - 1e-4, widthPt })
  }
  const text = (said: string, at: Vector, sizePt: number) => {
    const [x, y] = pt(at)
    texts.push({ text: said, x, y: y - sizePt * 0.35, sizePt, turnRad: 0, anchor: 'middle' })
  }
  const dashed = (a: Vector, b: Vector) => {
    const size = Math.hypot(b[0] - a[0], b[1] - a[1])
    const [ux, uy] = [(b[0] - a[0]) / size, (b[1] - a[1]) / size]
    const put = (from: number, to: number) =>
      line([a[0] + ux * from, a[1] + uy * from], [a[0] + ux * to, a[1] + uy * to], 0.25)
    for (let at = 0; at < size; at += onPaper(9)) {
      put(at, Math.min(size, at + onPaper(6)))
      if (at + onPaper(7.8) < size) put(at + onPaper(7.2), at + onPaper(7.8))
    }
  }

  const bays = (count: number) => {
    const at = [onPaper(35)]
    for (let i = 0; i < count; i++) at.push(at.at(-1)! + chances.step(3600, 7200, 300))
    return at
  }
  const [xs, ys] = [bays(chances.pick([2, 3, 4])), bays(chances.pick([1, 2, 3]))]
  const [left, right] = [onPaper(18), xs.at(-1)! + onPaper(17)]
  const [below, above] = [onPaper(18), ys.at(-1)! + onPaper(17)]
  const radius = onPaper(4)
  const bubble = (at: Vector, name: string) => {
    if (habit.bubble === 'circle') circle(at, radius, 0.35)
    else ring(round(at, radius, habit.bubble === 'hexagon' ? 6 : 36), 0.35)
    text(name, at, 9)
  }
  const gridLine = (name: string, start: Vector, end: Vector) => {
    const size = Math.hypot(end[0] - start[0], end[1] - start[1])
    const [ux, uy] = [(end[0] - start[0]) / size, (end[1] - start[1]) / size]
    // A hexagon's flat side lies nearer to its middle than its corners.
    const touches = habit.bubble === 'hexagon' && ux === 0 ? radius * Math.cos(Math.PI / 6) : radius
    if (habit.line === 'full') line(start, end, 0.25)
    else dashed(start, end)
    bubble([start[0] - ux * touches, start[1] - uy * touches], name)
    if (habit.ends === 'both') bubble([end[0] + ux * touches, end[1] + uy * touches], name)
    truth.push({ kind: 'grid-line', name, start: { x: start[0], y: start[1] }, end: { x: end[0], y: end[1] } })
  }
  for (const [i, x] of xs.entries()) gridLine(String(i + 1), [x, below], [x, above])
  for (const [i, y] of ys.entries()) gridLine(NAMES[i]!, [left, y], [right, y])

  const [wide, deep] = [chances.pick([240, 300, 400]), chances.pick([240, 300, 500])]
  for (const x of xs)
    for (const y of ys) {
      const corners: Vector[] = [
        [x - wide / 2, y - deep / 2],
        [x + wide / 2, y - deep / 2],
        [x + wide / 2, y + deep / 2],
        [x - wide / 2, y + deep / 2],
      ]
      if (habit.post === 'round') circle([x, y], wide / 2, 0.5)
      else if (habit.post === 'filled') fills.push({ ring: corners.map(pt), gray: 0.1 })
      else ring(corners, 0.5)
      if (habit.post === 'crossed') {
        line(corners[0]!, corners[2]!, 0.18)
        line(corners[1]!, corners[3]!, 0.18)
      }
      const isRound = habit.post === 'round'
      truth.push({
        kind: 'column',
        at: { x, y },
        section: isRound ? 'round' : 'rectangle',
        widthMm: wide,
        depthMm: isRound ? wide : deep,
        turnRad: 0,
      })
    }

  // A flight in the first bay, upwards.
  const [count, going, broad] = [chances.pick([9, 12, 14]), chances.pick([250, 270, 290]), chances.pick([1000, 1200])]
  const [x0, y0] = [xs[0]! + 900, ys[0]! + 500]
  for (let k = 0; k < count; k++) line([x0, y0 + k * going], [x0 + broad, y0 + k * going], 0.25)
  const top = y0 + (count - 1) * going
  for (const x of [x0, x0 + broad]) line([x, y0], [x, top], 0.25)
  line([x0 + broad / 2, y0 + 60], [x0 + broad / 2, top - 60], 0.25)
  if (habit.arrow)
    for (const side of [-90, 90]) line([x0 + broad / 2 + side, top - 260], [x0 + broad / 2, top - 60], 0.25)
  truth.push({
    kind: 'stair',
    start: { x: x0 + broad / 2, y: y0 },
    end: { x: x0 + broad / 2, y: top },
    widthMm: broad,
    risers: count,
  })

  // What looks like it: tags of doors and rooms, a mark of a section, chairs around a table, tiles, a note with a leader.
  const bay: Vector = [xs[1]! + 800, ys[0]! + 700]
  circle([bay[0], bay[1] + 2200], onPaper(3), 0.25)
  text('14', [bay[0], bay[1] + 2200], 7)
  circle([bay[0] + 900, bay[1] + 2200], onPaper(3.5), 0.25)
  text('3', [bay[0] + 900, bay[1] + 2200 + onPaper(1.3)], 6)
  text('A-12', [bay[0] + 900, bay[1] + 2200 - onPaper(1.5)], 5)
  line([bay[0] + 900 - onPaper(3.5), bay[1] + 2200], [bay[0] + 900 - onPaper(14), bay[1] + 2200], 0.25)
  for (const [dx, dy] of [
    [0, 0],
    [700, 0],
    [0, 1100],
    [700, 1100],
  ] as const)
    ring(
      [
        [bay[0] + dx, bay[1] + dy],
        [bay[0] + dx + 440, bay[1] + dy],
        [bay[0] + dx + 440, bay[1] + dy + 430],
        [bay[0] + dx, bay[1] + dy + 430],
      ],
      0.25,
    )
  const [tx, ty] = [xs.at(-1)! - 2200, ys[0]! + 600]
  for (let k = 0; k <= 6; k++) {
    line([tx, ty + k * 300], [tx + 1800, ty + k * 300], 0.13)
    line([tx + k * 300, ty], [tx + k * 300, ty + 1800], 0.13)
  }
  return {
    widthPt: (right + onPaper(18)) * ptPerMm,
    heightPt: (above + onPaper(18)) * ptPerMm,
    lines,
    arcs,
    fills,
    texts,
    mmPerPt: 1 / ptPerMm,
    truth,
  }
}

/** Coordinates are rounded to this where a sheet is turned. */
const STEP_PT = 0.05

/** The same sheet turned anticlockwise on a larger page, its coordinates rounded; and the way back to the building. */
export function turnedSheet(sheet: ElementSheet, turnRad: number): { page: DrawnPage; map: Homography } {
  const [cos, sin] = [Math.cos(turnRad), Math.sin(turnRad)]
  const { widthPt, heightPt, mmPerPt } = sheet
  const rounded = (pt: number) => Math.round(pt / STEP_PT) * STEP_PT
  const put = (x: number, y: number): Vector => [rounded(x * cos - y * sin + heightPt), rounded(x * sin + y * cos)]
  const size = widthPt + 2 * heightPt
  const page: DrawnPage = {
    widthPt: size,
    heightPt: size,
    lines: sheet.lines.map(([x1, y1, x2, y2, pen]) => [...put(x1, y1), ...put(x2, y2), pen] as const),
    arcs: sheet.arcs.map((arc) => {
      const [x, y] = put(arc.x, arc.y)
      return { ...arc, x, y, fromRad: arc.fromRad + turnRad, toRad: arc.toRad + turnRad }
    }),
    fills: sheet.fills.map(({ ring, gray }) => ({ ring: ring.map(([x, y]) => put(x, y)), gray })),
    texts: sheet.texts.map((text) => {
      const [x, y] = put(text.x, text.y)
      return { ...text, x, y, turnRad: text.turnRad + turnRad }
    }),
  }
  const back = [cos, -sin, sin, cos, -heightPt * cos, heightPt * sin] as const
  return { page, map: projectiveOf(back.map((each) => each * mmPerPt) as unknown as Affine) }
}
