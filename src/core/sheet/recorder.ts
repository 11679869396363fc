import Flatbush from 'flatbush'
import { type Cubic, cubicAt, cubicBetween } from '../geometry/bezier'
import { type Box, boxOf } from '../geometry/box'
import { nearestOnSegment } from '../geometry/segment'
import { add, along, distance, leftOf, type Point, scale, subtract, unit } from '../geometry/vector'
import { type Clip, ClipArea, isInside, visibleParts } from './clip'
import { Covers } from './covered'
import { markHatching } from './hatching'
import { joinLetters } from './join-runs'
import {
  Flag,
  type ImagePlacement,
  isVisible,
  type LineStyle,
  type Linework,
  type SheetLayer,
  type TextRun,
} from './linework'
import { markSlight } from './slight'
import { SHORTEST_PT } from './tolerance'

/** Takes down what a page draws, in order, cut at its clips, and closes as a `Linework`. All coordinates in sheet space. */
export class Recorder {
  private readonly segments = new Numbers(Float32Array, 4096)
  private readonly segmentFlags = new Numbers(Uint8Array, 1024)
  private readonly segmentStyles = new Numbers(Uint32Array, 1024)
  private readonly segmentOrder = new Numbers(Uint32Array, 1024)
  private readonly curves = new Numbers(Float32Array, 1024)
  private readonly curveFlags = new Numbers(Uint8Array, 256)
  private readonly curveStyles = new Numbers(Uint32Array, 256)
  private readonly curveOrder = new Numbers(Uint32Array, 256)
  private readonly styles: LineStyle[] = []
  private readonly styleIndex = new Map<string, number>()
  private readonly text: (TextRun & { color: string; order: number })[] = []
  private readonly images: ImagePlacement[] = []
  private readonly areas: PaintedArea[] = []
  private order = 0

  constructor(
    private readonly widthPt: number,
    private readonly heightPt: number,
  ) {}

  style(style: LineStyle): number {
    const { kind, color, alpha, widthPt, dashPt, dashPhasePt, layer, markup, evenOdd, certainty } = style
    // Asked for at every change of a pen: quicker than JSON.
    const key = `${kind} ${color} ${alpha} ${widthPt} ${dashPt} ${dashPhasePt} ${layer} ${markup} ${evenOdd} ${certainty}`
    let index = this.styleIndex.get(key)
    if (index === undefined) {
      index = this.styles.push(style) - 1
      this.styleIndex.set(key, index)
    }
    return index
  }

  /** Everything recorded until the next call lies on top of what came before. */
  nextPaint(): void {
    this.order++
  }

  segment(x1: number, y1: number, x2: number, y2: number, style: number, flags: number, clip: Clip): void {
    const { box } = clip
    if (
      clip.areas.length === 0 &&
      x1 >= box.minX &&
      x1 <= box.maxX &&
      x2 >= box.minX &&
      x2 <= box.maxX &&
      y1 >= box.minY &&
      y1 <= box.maxY &&
      y2 >= box.minY &&
      y2 <= box.maxY
    ) {
      this.pushSegment(x1, y1, x2, y2, style, flags)
      return
    }
    const a = { x: x1, y: y1 }
    const b = { x: x2, y: y2 }
    for (const [from, to, seen] of withRest(visibleParts(clip, a, b))) {
      const p = from === 0 ? a : along(a, b, from)
      const q = to === 1 ? b : along(a, b, to)
      const whole = from === 0 && to === 1
      if (!whole && distance(p, q) < SHORTEST_PT) continue
      this.pushSegment(p.x, p.y, q.x, q.y, style, flags | cutFlags(from, to, seen))
    }
  }

  curve(curve: Cubic, style: number, flags: number, clip: Clip): void {
    const pulls = [curve.start, curve.pullStart, curve.pullEnd, curve.end]
    const { minX, minY, maxX, maxY } = boxOf(pulls)
    const { box } = clip
    if (clip.areas.length === 0 && minX >= box.minX && maxX <= box.maxX && minY >= box.minY && maxY <= box.maxY) {
      this.pushCurve(curve, style, flags)
      return
    }
    for (const [from, to, seen] of withRest(visibleCurveParts(curve, (p) => isInside(clip, p))))
      this.pushCurve(
        from === 0 && to === 1 ? curve : cubicBetween(curve, from, to),
        style,
        flags | cutFlags(from, to, seen),
      )
  }

  run(run: TextRun, color: string): void {
    this.text.push({ ...run, color, order: this.order })
  }

  image(placement: ImagePlacement): void {
    this.images.push(placement)
    if (!isVisible(placement.flags)) return
    const [a, b, c, d, e, f] = placement.map
    const ring = [
      { x: e, y: f },
      { x: e + a, y: f + b },
      { x: e + a + c, y: f + b + d },
      { x: e + c, y: f + d },
    ]
    this.area([ring], false, 'pattern')
  }

  /**
   * Remembers a painted area, so that white drawn over it is known to show.
   * @param covering the clip that it was painted through, where it covers what lies beneath; null where that shines through
   */
  area(rings: readonly (readonly Point[])[], evenOdd: boolean, color: string, covering: Clip | null = null): void {
    this.areas.push({ box: boxOf(rings.flat()), rings, evenOdd, color, order: this.order, covering })
  }

  finish(layers: readonly SheetLayer[]): Linework {
    this.markBlank()
    this.markCovered()
    const segments = this.segments.take()
    const segmentFlags = this.segmentFlags.take()
    const segmentStyles = this.segmentStyles.take()
    markHatching(segments, segmentStyles, segmentFlags)
    const lines = {
      segments,
      segmentFlags,
      segmentStyles,
      curves: this.curves.take(),
      curveFlags: this.curveFlags.take(),
      curveStyles: this.curveStyles.take(),
      styles: this.styles,
    }
    markSlight(lines)
    return {
      ...lines,
      widthPt: this.widthPt,
      heightPt: this.heightPt,
      text: joinLetters(this.text.map(({ color: _color, order: _order, ...run }) => run)),
      images: this.images,
      layers,
    }
  }

  private pushSegment(
    x1: number,
    y1: number,
    x2: number,
    y2: number,
    style: number,
    flags: number,
    order = this.order,
  ): void {
    this.segments.push4(x1, y1, x2, y2)
    this.segmentFlags.push(flags)
    this.segmentStyles.push(style)
    this.segmentOrder.push(order)
  }

  private pushCurve({ start, pullStart, pullEnd, end }: Cubic, style: number, flags: number, order = this.order): void {
    this.curves.push4(start.x, start.y, pullStart.x, pullStart.y)
    this.curves.push4(pullEnd.x, pullEnd.y, end.x, end.y)
    this.curveFlags.push(flags)
    this.curveStyles.push(style)
    this.curveOrder.push(order)
  }

  /** Marks white lines and text that lie on white paper throughout. */
  private markBlank(): void {
    const whiteStyles = this.styles.map((style) => isWhite(style.color))
    const ground = new Ground(this.areas, () => this.darkStrokes(whiteStyles))
    if (whiteStyles.includes(true)) {
      const { segments } = this
      for (let i = 0; i < this.segmentFlags.length; i++) {
        const style = this.segmentStyles.at(i)
        if (!whiteStyles[style]) continue
        const a = { x: segments.at(4 * i), y: segments.at(4 * i + 1) }
        const b = { x: segments.at(4 * i + 2), y: segments.at(4 * i + 3) }
        if (!this.showsOn(ground, (t) => along(a, b, t), style, this.segmentOrder.at(i)))
          this.segmentFlags.set(i, this.segmentFlags.at(i) | Flag.blank)
      }
      for (let i = 0; i < this.curveFlags.length; i++) {
        const style = this.curveStyles.at(i)
        if (!whiteStyles[style]) continue
        const at = (k: number) => ({ x: this.curves.at(8 * i + 2 * k), y: this.curves.at(8 * i + 2 * k + 1) })
        const curve = { start: at(0), pullStart: at(1), pullEnd: at(2), end: at(3) }
        if (!this.showsOn(ground, (t) => cubicAt(curve, t), style, this.curveOrder.at(i)))
          this.curveFlags.set(i, this.curveFlags.at(i) | Flag.blank)
      }
    }
    this.text.forEach((run, i) => {
      if (!isWhite(run.color)) return
      const up = run.heightPt / 3
      const samples = SAMPLES.map((t) => ({
        x: run.x + Math.cos(run.turnRad) * run.lengthPt * t - Math.sin(run.turnRad) * up,
        y: run.y + Math.sin(run.turnRad) * run.lengthPt * t + Math.cos(run.turnRad) * up,
      }))
      if (!ground.showsWhite(samples, run.order)) this.text[i] = { ...run, flags: run.flags | Flag.blank }
    })
  }

  /** Whether a white line shows on its ground: beneath its middle, or beneath one side of its pen. @param at from 0 to 1 */
  private showsOn(ground: Ground, at: (t: number) => Point, style: number, order: number): boolean {
    const { kind, widthPt } = this.styles[style]!
    if (ground.showsWhite(SAMPLES.map(at), order)) return true
    if (kind === 'fill' || widthPt === 0) return false
    const side = (across: number) =>
      SAMPLES.map((t) => {
        const ahead = unit(subtract(at(t + SIDE_STEP), at(t - SIDE_STEP)))
        return ahead ? add(at(t), scale(leftOf(ahead), (across * widthPt) / 2)) : at(t)
      })
    // A path that is filled and stroked at once is filled first: its own area lies beneath its pen.
    return [-SIDE, SIDE].some((across) => ground.showsWhite(side(across), order + 1))
  }

  /** Cuts lines where something painted later covers them, and marks what of them and of text is hidden. */
  private markCovered(): void {
    const covers = new Covers(
      this.areas.flatMap(({ covering, color, ...area }) =>
        covering && color !== 'pattern' ? [{ ...area, color, clip: covering }] : [],
      ),
    )
    const halves = this.styles.map(({ kind, widthPt }) => (kind === 'stroke' ? widthPt / 2 : 0))
    // What is cut off one line comes behind all others, and is whole.
    const [segmentCount, curveCount] = [this.segmentFlags.length, this.curveFlags.length]
    for (let i = 0; i < segmentCount; i++) this.coverSegment(covers, i, halves)
    for (let i = 0; i < curveCount; i++) this.coverCurve(covers, i, halves)
    this.text.forEach((run, i) => {
      if (!isVisible(run.flags) || !covers.comesAfter(run.order)) return
      const half = run.lengthPt / 2
      const middle = { x: run.x + half * Math.cos(run.turnRad), y: run.y + half * Math.sin(run.turnRad) }
      const over = covers.over(boxOf([middle]), run.order, run.color)
      if (over.length > 0 && covers.hides(over, middle, 0)) this.text[i] = { ...run, flags: run.flags | Flag.clipped }
    })
  }

  private coverSegment(covers: Covers, i: number, halves: readonly number[]): void {
    const [flags, order, style] = [this.segmentFlags.at(i), this.segmentOrder.at(i), this.segmentStyles.at(i)]
    if (!isVisible(flags) || !covers.comesAfter(order)) return
    const a = { x: this.segments.at(4 * i), y: this.segments.at(4 * i + 1) }
    const b = { x: this.segments.at(4 * i + 2), y: this.segments.at(4 * i + 3) }
    const over = covers.over(boxOf([a, b]), order, this.styles[style]!.color)
    if (over.length === 0) return
    const parts = withRest(covers.visibleParts(over, a, b, halves[style]!))
    if (parts.length === 1) {
      if (!parts[0]![2]) this.segmentFlags.set(i, flags | Flag.clipped)
      return
    }
    for (const [k, [from, to, seen]] of parts.entries()) {
      const [p, q] = [from === 0 ? a : along(a, b, from), to === 1 ? b : along(a, b, to)]
      const own = (flags & ~endFlags(from, to)) | cutFlags(from, to, seen)
      if (k > 0) this.pushSegment(p.x, p.y, q.x, q.y, style, own, order)
      else {
        this.segments.set(4 * i + 2, q.x)
        this.segments.set(4 * i + 3, q.y)
        this.segmentFlags.set(i, own)
      }
    }
  }

  private coverCurve(covers: Covers, i: number, halves: readonly number[]): void {
    const [flags, order, style] = [this.curveFlags.at(i), this.curveOrder.at(i), this.curveStyles.at(i)]
    if (!isVisible(flags) || !covers.comesAfter(order)) return
    const p = (k: number) => ({ x: this.curves.at(8 * i + 2 * k), y: this.curves.at(8 * i + 2 * k + 1) })
    const curve = { start: p(0), pullStart: p(1), pullEnd: p(2), end: p(3) }
    const over = covers.over(
      boxOf([curve.start, curve.pullStart, curve.pullEnd, curve.end]),
      order,
      this.styles[style]!.color,
    )
    if (over.length === 0) return
    const parts = withRest(visibleCurveParts(curve, (at) => !covers.hides(over, at, halves[style]!)))
    if (parts.length === 1 && parts[0]![2]) return
    for (const [k, [from, to, seen]] of parts.entries()) {
      const piece = from === 0 && to === 1 ? curve : cubicBetween(curve, from, to)
      const own = (flags & ~endFlags(from, to)) | cutFlags(from, to, seen)
      if (k > 0) {
        this.pushCurve(piece, style, own, order)
        continue
      }
      for (const [at, { x, y }] of [piece.start, piece.pullStart, piece.pullEnd, piece.end].entries()) {
        this.curves.set(8 * i + 2 * at, x)
        this.curves.set(8 * i + 2 * at + 1, y)
      }
      this.curveFlags.set(i, own)
    }
  }

  /** Visible strokes that are not white, for white drawn on top of a wider dark line. */
  private darkStrokes(whiteStyles: readonly boolean[]): StrokeIndex | null {
    const kept: number[] = []
    for (let i = 0; i < this.segmentFlags.length; i++) {
      const style = this.segmentStyles.at(i)
      if (!whiteStyles[style] && this.styles[style]!.kind === 'stroke' && isVisible(this.segmentFlags.at(i)))
        kept.push(i)
    }
    if (kept.length === 0) return null
    const index = new Flatbush(kept.length)
    const halfWidths: number[] = []
    for (const i of kept) {
      const half = this.styles[this.segmentStyles.at(i)]!.widthPt / 2
      const [x1, y1, x2, y2] = [0, 1, 2, 3].map((k) => this.segments.at(4 * i + k)) as [number, number, number, number]
      index.add(Math.min(x1, x2) - half, Math.min(y1, y2) - half, Math.max(x1, x2) + half, Math.max(y1, y2) + half)
      halfWidths.push(half)
    }
    index.finish()
    return {
      covers: (p, before) =>
        index.search(p.x, p.y, p.x, p.y, (k) => {
          const i = kept[k]!
          if (this.segmentOrder.at(i) >= before) return false
          const a = { x: this.segments.at(4 * i), y: this.segments.at(4 * i + 1) }
          const b = { x: this.segments.at(4 * i + 2), y: this.segments.at(4 * i + 3) }
          return distance(along(a, b, nearestOnSegment(a, b, p)), p) < halfWidths[k]!
        }).length > 0,
    }
  }
}

/** So many of these must be dark for white to show. */
const FEWEST_DARK = 2

/** Where along a white line its ground is looked at. */
const SAMPLES = [0.03, 0.27, 0.5, 0.73, 0.97]

/** Nearly at the edge of the pen, in parts of half its width. */
const SIDE = 0.9
/** Between two places that tell the direction of a line, from 0 to 1. */
const SIDE_STEP = 0.005

interface PaintedArea {
  box: Box
  rings: readonly (readonly Point[])[]
  evenOdd: boolean
  color: string
  order: number
  covering: Clip | null
}

interface StrokeIndex {
  covers(p: Point, before: number): boolean
}

/** What lies beneath a point at a moment of painting. Built only when something white asks. */
class Ground {
  private index: Flatbush | null = null
  private shapes: ClipArea[] = []
  private strokes: StrokeIndex | null | undefined

  constructor(
    private readonly areas: readonly PaintedArea[],
    private readonly findStrokes: () => StrokeIndex | null,
  ) {}

  showsWhite(points: readonly Point[], order: number): boolean {
    if (this.strokes === undefined) this.build()
    // A line that merely crosses an edge of white shows nothing of that edge.
    const dark = points.filter((p) => this.isDark(p, order)).length
    return dark >= Math.min(FEWEST_DARK, points.length)
  }

  private isDark(p: Point, order: number): boolean {
    let top = -1
    for (const i of this.index?.search(p.x, p.y, p.x, p.y) ?? []) {
      const area = this.areas[i]!
      if (area.order < order && area.order > (this.areas[top]?.order ?? -1) && this.shapes[i]!.contains(p)) top = i
    }
    if (top >= 0 && !isWhite(this.areas[top]!.color)) return true
    return this.strokes?.covers(p, order) ?? false
  }

  private build(): void {
    this.strokes = this.findStrokes()
    this.shapes = this.areas.map((area) => new ClipArea(area.rings, area.evenOdd))
    if (this.areas.length === 0) return
    this.index = new Flatbush(this.areas.length)
    for (const { box } of this.areas) this.index.add(box.minX, box.minY, box.maxX, box.maxY)
    this.index.finish()
  }
}

/** White, or so near it that a print shows nothing. */
function isWhite(color: string): boolean {
  return color.startsWith('#') && [1, 3, 5].every((at) => Number.parseInt(color.slice(at, at + 2), 16) >= 0xfb)
}

/** Turns visible intervals into visible and hidden ones that together cover 0 to 1. */
function withRest(parts: readonly [number, number][]): [from: number, to: number, seen: boolean][] {
  const all: [number, number, boolean][] = []
  let at = 0
  for (const [from, to] of parts) {
    if (from > at) all.push([at, from, false])
    all.push([from, to, true])
    at = to
  }
  if (at < 1) all.push([at, 1, false])
  return all
}

function cutFlags(from: number, to: number, seen: boolean): number {
  return (seen ? 0 : Flag.clipped) | (from > 0 ? Flag.cutStart : 0) | (to < 1 ? Flag.cutEnd : 0)
}

/** Flags of ends that belong to the whole line alone: a piece keeps only those of the ends that it shares with it. */
const endFlags = (from: number, to: number): number => (from > 0 ? Flag.cutStart : 0) | (to < 1 ? Flag.cutEnd : 0)

/** Visible intervals of a curve: found on a walk of 64 steps, each change narrowed by halving. */
function visibleCurveParts(curve: Cubic, isSeen: (p: Point) => boolean): [number, number][] {
  const steps = 64
  const seenAt = (t: number) => isSeen(cubicAt(curve, t))
  const parts: [number, number][] = []
  let start = seenAt(0) ? 0 : -1
  for (let i = 1; i <= steps; i++) {
    const seen = seenAt(i / steps)
    if (seen === start >= 0) continue
    let low = (i - 1) / steps
    let high = i / steps
    for (let k = 0; k < 40; k++) {
      const middle = (low + high) / 2
      if (seenAt(middle) === seen) high = middle
      else low = middle
    }
    if (seen) start = high
    else {
      parts.push([start, low])
      start = -1
    }
  }
  if (start >= 0) parts.push([start, 1])
  return parts
}

type NumberArray = Float32Array | Uint8Array | Uint32Array

/** A typed array that grows. */
class Numbers<T extends NumberArray> {
  length = 0
  private data: T

  constructor(
    private readonly make: new (length: number) => T,
    capacity: number,
  ) {
    this.data = new make(capacity)
  }

  at(index: number): number {
    return this.data[index]!
  }

  set(index: number, value: number): void {
    this.data[index] = value
  }

  push(value: number): void {
    this.reserve(1)
    this.data[this.length++] = value
  }

  push4(a: number, b: number, c: number, d: number): void {
    this.reserve(4)
    const { data } = this
    data[this.length++] = a
    data[this.length++] = b
    data[this.length++] = c
    data[this.length++] = d
  }

  take(): T {
    return this.data.slice(0, this.length) as T
  }

  private reserve(more: number): void {
    if (this.length + more <= this.data.length) return
    const grown = new this.make(this.data.length * 2)
    grown.set(this.data)
    this.data = grown
  }
}
