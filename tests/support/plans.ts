import { seeded } from '../../demo/sheets/random'
import type { DrawnPage, PlacedText } from './print-page'

/** A made-up plan as it is drawn on a page, and what is true of it. */
export interface MadePlan extends DrawnPage {
  readonly truth: PlanTruth
}

export interface PlanTruth {
  readonly mmPerPtX: number
  readonly mmPerPtY: number
  readonly units: Units
  readonly dimensions: number
  readonly wrong: number
}

type Units = 'mm' | 'm' | 'cm' | 'ft'

type Vector = readonly [number, number]
const IN = 25.4

/** Helvetica's advance widths as parts of the size, near enough to place one piece of text behind another. */
const advance = (text: string, size: number) =>
  [...text].reduce((sum, letter) => sum + (/[.,' -]/.test(letter) ? 0.28 : letter === '"' ? 0.36 : 0.556), 0) * size

/** A plan with the faults of real ones, always the same for the same seed. */
export function makePlan(seed: number, { stackedFractions = true } = {}): MadePlan {
  const random = seeded(seed)
  const pick = <T>(all: readonly T[]): T => all[Math.floor(random() * all.length)]!
  const chance = (p: number) => random() < p
  const between = (a: number, b: number) => a + (b - a) * random()

  const units = pick<Units>(['mm', 'mm', 'm', 'cm', 'ft', 'ft'])
  const step = units === 'ft' ? IN / 2 : units === 'cm' ? 10 : pick([1, 5, 10])
  const snap = (mm: number) => Math.round(mm / step) * step
  const ratio = units === 'ft' ? pick([24, 48, 64, 96]) : pick([20, 50, 50, 100, 100, 200])
  const printed = pick([1, 1, Math.SQRT1_2, Math.SQRT2, 0.6866, between(0.85, 1.15)])
  const stretch = chance(0.25) ? 1 + pick([-1, 1]) * between(0.004, 0.03) : 1
  const ptX = (72 / 25.4 / ratio) * printed
  const ptY = ptX * stretch
  // A stretched print isn't turned afterwards: its directions are those of the paper.
  const turn = stretch === 1 && chance(0.2) ? pick([Math.PI / 2, Math.PI / 6, -0.2, 0.61]) : 0
  const jitter = pick([0, 0, 0.02, 0.08])
  const paper = Math.max(0.7, Math.min(1.4, printed))

  const [columns, rows] = [2 + Math.floor(random() * 4), 2 + Math.floor(random() * 3)]
  const room = ratio <= 24 ? 1400 : ratio <= 64 ? 3400 : 6000
  const xs = [0]
  for (let i = 0; i < columns; i++) xs.push(xs.at(-1)! + snap(room * between(0.45, 1.5)))
  const ys = [0]
  for (let i = 0; i < rows; i++) ys.push(ys.at(-1)! + snap(room * between(0.45, 1.3)))
  const [width, depth] = [xs.at(-1)!, ys.at(-1)!]

  const marginPt = 150 * paper
  const raw: { lines: number[][]; fills: Vector[][]; texts: PlacedText[] } = { lines: [], fills: [], texts: [] }
  const [cos, sin] = [Math.cos(turn), Math.sin(turn)]
  const at = (x: number, y: number): Vector => {
    const [px, py] = [x * ptX, y * ptY]
    const off = () => (jitter ? (random() + random() + random() - 1.5) * jitter : 0)
    return [px * cos - py * sin + off(), px * sin + py * cos + off()]
  }
  const inPt = (pt: number) => pt / ptX
  const line = (x1: number, y1: number, x2: number, y2: number, widthPt = 0.35) =>
    raw.lines.push([...at(x1, y1), ...at(x2, y2), widthPt])
  const write = (text: string, x: number, y: number, sizePt: number, more: Partial<PlacedText> = {}) => {
    const [px, py] = at(x, y)
    raw.texts.push({ text, x: px, y: py, sizePt, anchor: 'middle', ...more, turnRad: turn + (more.turnRad ?? 0) })
  }

  // Walls: each as two lines, cut by openings here and there.
  const wall = snap(between(100, 300))
  for (const [i, x] of xs.entries())
    for (const side of i === 0 || i === columns ? [0, wall * (i === 0 ? -1 : 1)] : [0, wall])
      line(x + side, 0, x + side, depth, 0.7)
  for (const [i, y] of ys.entries())
    for (const side of i === 0 || i === rows ? [0, wall * (i === 0 ? -1 : 1)] : [0, wall])
      line(0, y + side, width, y + side, 0.7)
  // Furniture and other lines that measure nothing.
  for (let i = 0; i < 40 + random() * 120; i++) {
    const [x, y] = [between(0, width), between(0, depth)]
    const [w, d] = [between(100, 900), between(100, 900)]
    if (chance(0.7)) {
      line(x, y, x + w, y)
      line(x + w, y, x + w, y + d)
    } else line(x, y, x + w, y + d)
  }

  const height = pick([6, 7, 8, 9.5]) * Math.sqrt(paper)
  const style = {
    end: pick(['tick', 'tick', 'arrow', 'open arrow', 'none'] as const),
    text: pick(['above', 'above', 'breaking'] as const),
    lead: pick([0, 2, 6]),
    over: pick([0, 3, 5]),
    fraction: pick(['plain', 'dash', ...(stackedFractions ? (['stacked'] as const) : [])] as const),
    // Habits of offices: how figures are written, and where they stand.
    decimal: pick(['.', '.', ',']),
    thousands: pick(['', '', '', ' ']),
    suffix: chance(0.15),
    below: chance(0.15),
    away: between(0.3, 0.9),
    aside: chance(0.2) ? 0.15 : 0,
    upsideDown: chance(0.15),
  }
  let dimensions = 0
  let wrong = 0
  const wrongShare = pick([0, 0.1, 0.2, 0.33])
  const metres = (mm: number, decimals: number) => (mm / 1000).toFixed(decimals).replace('.', style.decimal)
  const words = (mm: number): { text: string; over?: string; under?: string } => {
    const suffix = (unit: string) => (style.suffix ? ` ${unit}` : '')
    if (units === 'mm')
      return { text: String(Math.round(mm)).replace(/(?<=\d)(?=\d{3}$)/, style.thousands) + suffix('mm') }
    if (units === 'm') return { text: metres(mm, step < 10 ? 3 : 2) + suffix('m') }
    if (units === 'cm') return { text: mm < 1000 ? String(Math.round(mm / 10)) : metres(mm, 2) }
    const halves = Math.round(mm / (IN / 2))
    const feet = Math.floor(halves / 24)
    const inches = Math.floor((halves % 24) / 2)
    if (halves % 2 === 0) return { text: `${feet}'-${inches}"` }
    if (style.fraction === 'stacked') return { text: `${feet}'-${inches}`, over: '1', under: '2"' }
    return { text: `${feet}'${style.fraction === 'dash' ? '-' : ' '}${inches} 1/2"` }
  }

  /** A dimension between two places, its line shifted sideways by `offPt`. */
  const dimension = (x1: number, y1: number, x2: number, y2: number, offPt: number) => {
    const [dx, dy] = [x2 - x1, y2 - y1]
    const size = Math.hypot(dx, dy)
    const [ux, uy] = [dx / size, dy / size]
    // Sideways in paper measure: along the other direction of the paper.
    const side = (pt: number): Vector => [(-uy * pt) / ptX, (ux * pt) / ptY]
    const [ox, oy] = side(offPt)
    const from: Vector = [x1 + ox, y1 + oy]
    const to: Vector = [x2 + ox, y2 + oy]
    const paperLength = Math.hypot(dx * ptX, dy * ptY)
    const isWrong = chance(wrongShare) && (wrong + 1) * 3 <= dimensions + 1
    const label = words(
      isWrong ? snap(size * pick([between(0.5, 0.93), between(1.07, 1.8), between(1.02, 1.06)])) : size,
    )
    const long = advance(label.text, height) + (label.over ? height * 0.6 : 0)
    const sign = Math.sign(offPt) || 1
    for (const [x, y] of [
      [x1, y1],
      [x2, y2],
    ] as const) {
      const [ax, ay] = side(sign * style.lead)
      const [bx, by] = side(offPt + sign * style.over)
      if (style.end !== 'none' || style.over > 0) line(x + ax, y + ay, x + bx, y + by, 0.25)
      else line(x + ax, y + ay, x + ox, y + oy, 0.25)
    }
    // Moved aside, a text still stands between the ends of what it states.
    const part = 0.5 + style.aside * (random() - 0.5) * 2
    const middle: Vector = [from[0] + dx * part, from[1] + dy * part]
    const breaks = style.text === 'breaking' && paperLength > long + 4 * height
    if (breaks) {
      const gap = (long / 2 + height * 0.4) / paperLength
      line(from[0], from[1], from[0] + dx * (part - gap), from[1] + dy * (part - gap), 0.25)
      line(to[0], to[1], from[0] + dx * (part + gap), from[1] + dy * (part + gap), 0.25)
    } else line(from[0], from[1], to[0], to[1], 0.25)
    const alongPt = (pt: number): Vector => [
      (ux * pt) / (Math.abs(ux) > 0.5 ? ptX : ptY),
      (uy * pt) / (Math.abs(ux) > 0.5 ? ptX : ptY),
    ]
    for (const [end, way] of [
      [from, 1],
      [to, -1],
    ] as const) {
      const [ax, ay] = alongPt(3.5 * way)
      const [sx, sy] = side(1.1)
      const [tx, ty] = [ax * 0.8, ay * 0.8]
      const [wx, wy] = side(2.4)
      if (style.end === 'tick')
        line(end[0] - tx * way - wx, end[1] - ty * way - wy, end[0] + tx * way + wx, end[1] + ty * way + wy, 0.6)
      if (style.end === 'arrow')
        raw.fills.push([at(...end), at(end[0] + ax + sx, end[1] + ay + sy), at(end[0] + ax - sx, end[1] + ay - sy)])
      if (style.end === 'open arrow')
        for (const s of [1, -1]) line(end[0], end[1], end[0] + ax + s * sx, end[1] + ay + s * sy, 0.3)
    }
    if (paperLength < long) return
    dimensions++
    if (isWrong) wrong++
    const flip = style.upsideDown && !label.over ? -1 : 1
    const offset = breaks ? -height * 0.35 : style.below ? -height * (style.away + 0.7) : height * style.away
    const rise = side(flip < 0 ? offset + height * 0.7 : offset)
    const turnRad = Math.atan2(uy * ptY * flip, ux * ptX * flip)
    if (label.over && label.under) {
      const [bx, by] = alongPt(-long / 2)
      const start: Vector = [middle[0] + rise[0] + bx, middle[1] + rise[1] + by]
      write(label.text, ...start, height, { turnRad, anchor: 'start' })
      const [fx, fy] = alongPt(advance(label.text, height) + height * 0.12)
      const [ux2, uy2] = side(height * 0.42)
      const [lx, ly] = side(-height * 0.22)
      write(label.over, start[0] + fx + ux2, start[1] + fy + uy2, height * 0.6, { turnRad, anchor: 'start' })
      write(label.under, start[0] + fx + lx, start[1] + fy + ly, height * 0.6, { turnRad, anchor: 'start' })
    } else write(label.text, middle[0] + rise[0], middle[1] + rise[1], height, { turnRad })
  }

  const rowPt = 20 * Math.sqrt(paper)
  for (let i = 0; i < columns; i++) dimension(xs[i]!, 0, xs[i + 1]!, 0, -rowPt * 1.5)
  dimension(0, 0, width, 0, -rowPt * 3)
  for (let i = 0; i < rows; i++) dimension(0, ys[i]!, 0, ys[i + 1]!, rowPt * 1.5)
  dimension(0, 0, 0, depth, rowPt * 3)
  // Within rooms.
  for (let i = 0; i < columns; i++)
    for (let j = 0; j < rows; j++) {
      if (dimensions >= 8 && chance(0.5)) continue
      const y = ys[j]! + (ys[j + 1]! - ys[j]!) * between(0.2, 0.3)
      dimension(xs[i]! + wall, y, xs[i + 1]!, y, 0.01)
    }

  // What looks like a dimension and is none.
  const label = 7 * Math.sqrt(paper)
  for (let i = 0; i < columns; i++)
    for (let j = 0; j < rows; j++) {
      const [x, y] = [(xs[i]! + xs[i + 1]!) / 2, ys[j]! + (ys[j + 1]! - ys[j]!) * 0.7]
      write(pick(['Boat store', 'Hall', 'Kit room', 'Workshop']), x, y, label)
      write(String(100 + i * 10 + j), x, y - inPt(label * 1.4), label)
      if (chance(0.6)) write(`${between(5, 60).toFixed(1)} m²`, x, y - inPt(label * 2.8), label)
      if (chance(0.3)) write(`+${between(0, 9).toFixed(3)}`, x + inPt(20), y + inPt(label * 1.6), label)
    }
  // A detail at another scale on the same sheet.
  const second = chance(0.2)
  if (second) {
    const [x, y] = [width + inPt(90), 0]
    const factor = pick([2, 4, 5])
    const parts = [snap(240), snap(365), snap(500)]
    let from = x
    for (const part of parts) {
      const [a, b] = [from, from + part * factor]
      line(a, y, a, y + 400 * factor, 0.5)
      const [px, py, qx] = [a, y - inPt(14), b]
      line(px, py, qx, py, 0.25)
      for (const end of [a, b]) line(end, y - inPt(2), end, py - inPt(3), 0.25)
      write(words(part).text, (a + b) / 2, py + inPt(2), height * 0.8)
      from = b
    }
  }
  if (chance(0.6)) write(`Scale 1:${ratio}`, width, -inPt(rowPt * 5), label, { anchor: 'start' })
  write('12.03.2024', width * 0.4, -inPt(rowPt * 5), label, { anchor: 'start' })
  write('Sheet 07 of 12', 0, -inPt(rowPt * 5), label, { anchor: 'start' })
  write('16 x 175 / 280', width * 0.5, depth * 0.5, label)
  write('2024-117', 0, -inPt(rowPt * 6), label, { anchor: 'start' })

  // Onto a page around all of it.
  const all = [
    ...raw.lines.flatMap(([x1, y1, x2, y2]) => [
      [x1!, y1!],
      [x2!, y2!],
    ]),
    ...raw.texts.map(({ x, y }) => [x, y]),
  ]
  const [minX, minY] = [0, 1].map((k) => Math.min(...all.map((p) => p[k]!)) - marginPt / 2) as [number, number]
  const [maxX, maxY] = [0, 1].map((k) => Math.max(...all.map((p) => p[k]!)) + marginPt / 2) as [number, number]
  return {
    widthPt: maxX - minX,
    heightPt: maxY - minY,
    lines: raw.lines.map(([x1, y1, x2, y2, w]) => [x1! - minX, y1! - minY, x2! - minX, y2! - minY, w!] as const),
    arcs: [],
    fills: raw.fills.map((fill) => ({ ring: fill.map(([x, y]) => [x - minX, y - minY] as const), gray: 0 })),
    texts: raw.texts.map((text) => ({ ...text, x: text.x - minX, y: text.y - minY })),
    truth: { mmPerPtX: 1 / ptX, mmPerPtY: 1 / ptY, units, dimensions, wrong },
  }
}
