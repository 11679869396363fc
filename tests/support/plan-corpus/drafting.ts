import { seeded } from '../../../demo/sheets/random'
import type { TrueOpening, TrueWall } from '../floor-plans'
import type { DrawnPage, PlacedArc, PlacedFill, PlacedText } from '../print-page'

export type Vector = readonly [x: number, y: number]

/** A made-up plan on a page, with what stands in it, as the judges of readings take it. */
export interface CorpusPlan extends DrawnPage {
  /** The drawing habit that it shows: figures are told by it. */
  readonly style: string
  readonly mmPerPt: number
  readonly walls: readonly TrueWall[]
  readonly openings: readonly TrueOpening[]
  /** Middles of free-standing columns, where the generator draws some. */
  readonly columns?: readonly Vector[]
  /** From the building's millimetres to the page's points. */
  readonly toPage: (p: Vector) => Vector
}

/** Chances of one plan, always the same for the same seed. */
export class Chances {
  private readonly random: () => number

  constructor(seed: number) {
    this.random = seeded(seed * 2654435761 + 97)
  }

  pick = <T>(all: readonly T[]): T => all[Math.floor(this.random() * all.length)]!
  is = (part: number): boolean => this.random() < part
  between = (a: number, b: number): number => a + (b - a) * this.random()
  /** A whole multiple of a step. */
  step = (a: number, b: number, step: number): number => Math.round(this.between(a, b) / step) * step
}

interface Paper {
  readonly ratio: number
  readonly turnRad: number
  /** Coordinates are rounded to this on their way to paper; 0: not at all. */
  readonly roundPt: number
  /** Bends the building before it is drawn. */
  readonly bend: (p: Vector) => Vector
}

/** What is drawn so far of a plan, in millimetres of the building; pens in points. */
export class Drafting {
  private readonly lines: (readonly [number, number, number, number, number])[] = []
  private readonly arcs: PlacedArc[] = []
  private readonly fills: PlacedFill[] = []
  private readonly texts: PlacedText[] = []

  constructor(private readonly paper: Paper) {}

  private get ptPerMm(): number {
    return 72 / 25.4 / this.paper.ratio
  }

  /** Millimetres of the building that are so many on paper. */
  onPaper = (mm: number): number => mm * this.paper.ratio

  private page = (p: Vector): Vector => {
    const [x, y] = this.paper.bend(p)
    const [cos, sin] = [Math.cos(this.paper.turnRad), Math.sin(this.paper.turnRad)]
    return [(x * cos - y * sin) * this.ptPerMm, (x * sin + y * cos) * this.ptPerMm]
  }

  private rounded = ([x, y]: Vector): Vector => {
    const step = this.paper.roundPt
    return step ? [Math.round(x / step) * step, Math.round(y / step) * step] : [x, y]
  }

  line(a: Vector, b: Vector, widthPt: number): void {
    this.lines.push([...this.rounded(this.page(a)), ...this.rounded(this.page(b)), widthPt])
  }

  /** A pen as wide as something of the building. */
  stroke(a: Vector, b: Vector, widthMm: number): void {
    this.line(a, b, widthMm * this.ptPerMm)
  }

  chain(points: readonly Vector[], widthPt: number): void {
    for (let i = 0; i + 1 < points.length; i++) this.line(points[i]!, points[i + 1]!, widthPt)
  }

  rect(x: number, y: number, width: number, depth: number, widthPt: number): void {
    const [a, b] = [x + width, y + depth]
    const corners: Vector[] = [
      [x, y],
      [a, y],
      [a, b],
      [x, b],
      [x, y],
    ]
    this.chain(corners, widthPt)
  }

  arc(center: Vector, radiusMm: number, fromRad: number, toRad: number, widthPt: number): void {
    const [x, y] = this.page(center)
    const { turnRad } = this.paper
    this.arcs.push({
      x,
      y,
      radiusPt: radiusMm * this.ptPerMm,
      fromRad: fromRad + turnRad,
      toRad: toRad + turnRad,
      widthPt,
    })
  }

  fill(ring: readonly Vector[], gray: number): void {
    this.fills.push({ ring: ring.map(this.page), gray })
  }

  text(text: string, at: Vector, sizePt: number, turnRad = 0): void {
    const [x, y] = this.page(at)
    this.texts.push({ text, x, y, sizePt, turnRad: turnRad + this.paper.turnRad, anchor: 'middle' })
  }

  /** The page, as large as what is drawn with a margin, framed or not. */
  finish(made: Pick<CorpusPlan, 'style' | 'walls' | 'openings' | 'columns'>, framePt: number | null): CorpusPlan {
    const xs = [...this.lines.flatMap(([a, , c]) => [a, c]), ...this.texts.map(({ x }) => x)]
    const ys = [...this.lines.flatMap(([, b, , d]) => [b, d]), ...this.texts.map(({ y }) => y)]
    const margin = 76
    const [minX, maxX] = [Math.min(...xs) - margin, Math.max(...xs) + margin]
    const [minY, maxY] = [Math.min(...ys) - margin, Math.max(...ys) + margin]
    if (framePt !== null) {
      const [a, b, c, d] = [minX + 14, minY + 14, maxX - 14, maxY - 14]
      this.lines.push([a, b, c, b, framePt], [c, b, c, d, framePt], [c, d, a, d, framePt], [a, d, a, b, framePt])
    }
    const moved = <T extends { readonly x: number; readonly y: number }>(each: T): T => ({
      ...each,
      x: each.x - minX,
      y: each.y - minY,
    })
    return {
      ...made,
      widthPt: maxX - minX,
      heightPt: maxY - minY,
      lines: this.lines.map(([a, b, c, d, w]) => [a - minX, b - minY, c - minX, d - minY, w] as const),
      arcs: this.arcs.map(moved),
      fills: this.fills.map(({ ring, gray }) => ({ gray, ring: ring.map(([x, y]): Vector => [x - minX, y - minY]) })),
      texts: this.texts.map(moved),
      mmPerPt: 1 / this.ptPerMm,
      toPage: (p) => {
        const [x, y] = this.page(p)
        return [x - minX, y - minY]
      },
    }
  }
}
