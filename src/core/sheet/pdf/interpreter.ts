import type * as PdfJs from 'pdfjs-dist/legacy/build/pdf.mjs'
import { type Affine, apply, compose, invert, lengthFactor } from '../../geometry/affine'
import { type Cubic, flattenCubic, mapCubic } from '../../geometry/bezier'
import { boxOf, corners, intersect, isEmpty, mapBox } from '../../geometry/box'
import type { Point } from '../../geometry/vector'
import { type Clip, isInside, narrow } from '../clip'
import { Flag, isVisible, type Linework, type SheetLayer } from '../linework'
import { SourceError } from '../problem'
import { Recorder } from '../recorder'
import { CLIP_FLATNESS_PT } from '../tolerance'
import { contentPaths, Draw } from './content-paths'
import {
  type FontMetrics,
  type GraphicsState,
  initialState,
  type OperatorList,
  type Paint,
  PLAIN_FONT,
  type Tiling,
} from './graphics-state'
import type { PageSpace } from './page-space'
import { showText } from './text'

/** Pieces of a tiling drawn at most; a finer hatch stays a fill with its outline. */
const TILING_MOST_OPERATORS = 200_000

/** Graphics states within one another; ISO 32000 (annex C) asks readers for 28. A small file could ask for gigabytes. */
const DEEPEST_STATES = 10_000

/** Binary digits of single precision behind the first (IEEE 754). */
const SINGLE_DIGITS = 23
/** Smaller coordinates are exact to a few thousandths of a unit. */
const EXACT_ENOUGH = 2 ** 15
/** Less than this on paper is told of nowhere. */
const LEAST_ROUNDING_PT = 0.002

/** What the interpreter asks of the document that it reads. */
export interface PageContext {
  ops: typeof PdfJs.OPS
  /** The colour that paints nothing, in a file that has one. */
  unpainted: string | null
  font(name: string): FontMetrics | null
  /** The name and first state of the layer that optional content belongs to; null for membership that can't be named. */
  layer(properties: unknown): SheetLayer | null
}

/** Interprets a page's operator list into linework, chunk by chunk, with its whole graphics state. */
export class Interpreter {
  private readonly recorder: Recorder
  private readonly start: GraphicsState
  private state: GraphicsState
  private readonly stack: GraphicsState[] = []
  /** Space in which pattern matrices are stated: that of the page, or of the form being drawn. */
  private formSpace: Affine
  private readonly formSpaces: Affine[] = []
  private readonly layers: SheetLayer[] = []
  private readonly content: { layer: number; off: boolean }[] = []
  private softMasks = 0
  private markup = false
  private tilingDepth = 0
  private pendingClip: 'nonzero' | 'evenodd' | null = null
  private strokeStyle = -1
  private roundingPt = 0

  constructor(
    private readonly context: PageContext,
    space: PageSpace,
  ) {
    const { widthPt, heightPt, toSheet } = space
    const clip: Clip = { box: { minX: 0, minY: 0, maxX: widthPt, maxY: heightPt }, areas: [] }
    this.recorder = new Recorder(widthPt, heightPt)
    this.start = initialState(toSheet, clip)
    this.state = { ...this.start }
    this.formSpace = toSheet
  }

  finish(): Linework {
    const linework = this.recorder.finish(this.layers)
    return this.roundingPt > LEAST_ROUNDING_PT ? { ...linework, roundingPt: this.roundingPt } : linework
  }

  /** pdf.js hands coordinates over in single precision, before they are mapped to the page: large ones lose digits. */
  private noteSize(box: ArrayLike<number> | undefined): void {
    if (!box) return
    const largest = Math.max(Math.abs(box[0]!), Math.abs(box[1]!), Math.abs(box[2]!), Math.abs(box[3]!))
    if (largest <= EXACT_ENOUGH || !Number.isFinite(largest)) return
    const ulp = 2 ** (Math.floor(Math.log2(largest)) - SINGLE_DIGITS)
    this.roundingPt = Math.max(this.roundingPt, (ulp / 2) * lengthFactor(this.state.ctm))
  }

  execute({ fnArray, argsArray }: OperatorList): void {
    for (let i = 0; i < fnArray.length; i++) this.operator(fnArray[i]!, argsArray[i] as never)
  }

  private operator(fn: number, args: Operands): void {
    const { ops } = this.context
    const { state } = this
    switch (fn) {
      case ops.constructPath:
        return this.constructedPath(args[0], (args[1] as (Float32Array | null)[])[0], args[2])
      case ops.save:
        if (this.stack.length >= DEEPEST_STATES) throw new SourceError('page-too-deep')
        this.stack.push({ ...state })
        return
      case ops.restore:
        return this.restore()
      case ops.transform:
        return this.transform(args as unknown as Affine)
      case ops.clip:
        this.pendingClip = 'nonzero'
        return
      case ops.eoClip:
        this.pendingClip = 'evenodd'
        return
      case ops.setLineWidth:
        state.lineWidth = Math.abs(args[0])
        this.strokeStyle = -1
        return
      case ops.setLineCap:
        state.lineCap = args[0]
        return
      case ops.setDash:
        state.dash = args[0]
        state.dashPhase = args[1] ?? 0
        this.strokeStyle = -1
        return
      case ops.setStrokeRGBColor:
        return this.paint('stroke', this.inColor(args[0], state.stroke.alpha))
      case ops.setFillRGBColor:
        return this.paint('fill', this.inColor(args[0], state.fill.alpha))
      case ops.setStrokeTransparent:
        return this.paint('stroke', { color: '#000000', alpha: state.stroke.alpha, none: true })
      case ops.setFillTransparent:
        return this.paint('fill', { color: '#000000', alpha: state.fill.alpha, none: true })
      case ops.setStrokeColorN:
        return this.paint('stroke', { color: 'pattern', alpha: state.stroke.alpha })
      case ops.setFillColorN:
        return this.paint('fill', {
          color: 'pattern',
          alpha: state.fill.alpha,
          tiling: readTiling(args as unknown as unknown[]),
        })
      case ops.setGState:
        return this.extendedState(args[0])
      case ops.beginMarkedContentProps:
        return this.beginContent(args[0], args[1])
      case ops.beginMarkedContent:
        return this.beginContent('', null)
      case ops.endMarkedContent:
        this.content.pop()
        this.strokeStyle = -1
        return
      case ops.paintFormXObjectBegin:
        return this.beginForm(args[0], args[1])
      case ops.paintFormXObjectEnd:
        this.formSpace = this.formSpaces.pop() ?? this.formSpace
        return this.restore()
      case ops.beginGroup:
        return this.beginGroup(args[0])
      case ops.endGroup:
        if ((args[0] as Group | undefined)?.smask) this.softMasks--
        return this.restore()
      case ops.beginAnnotation:
        return this.beginAnnotation(args[1], args[2], args[3])
      case ops.endAnnotation:
        this.markup = false
        return this.reset()
      case ops.shadingFill:
        this.recorder.nextPaint()
        return this.recorder.area([corners(state.clip.box)], false, 'pattern')
      case ops.paintImageXObject:
        return this.image(state.ctm, args[1], args[2])
      case ops.paintInlineImageXObject:
      case ops.paintImageMaskXObject:
        return this.image(state.ctm, (args[0] as Sized).width, (args[0] as Sized).height)
      case ops.paintSolidColorImageMask:
        // A mask of one pixel: programs draw rules so.
        return this.path(ops.fill, UNIT_RECTANGLE)
      case ops.paintImageXObjectRepeat:
        return this.images(args[3], (x, y) => [args[1], 0, 0, args[2], x, y])
      case ops.paintImageMaskXObjectRepeat:
        return this.images(args[5], (x, y) => [args[1], args[2] ?? 0, args[3] ?? 0, args[4], x, y])
      case ops.paintInlineImageXObjectGroup:
        return this.imageGroup(args[1], args[0])
      case ops.paintImageMaskXObjectGroup:
        return this.imageGroup(args[0])
      case ops.beginText:
        state.textMatrix = [1, 0, 0, 1, 0, 0]
        state.textX = state.lineX = state.textY = state.lineY = 0
        return
      case ops.setFont:
        return this.font(args[0], args[1])
      case ops.setTextMatrix:
        state.textMatrix = [...(args[0] as Float32Array)] as unknown as Affine
        state.textX = state.lineX = state.textY = state.lineY = 0
        return
      case ops.moveText:
        return this.moveText(args[0], args[1])
      case ops.setLeadingMoveText:
        state.leading = args[1]
        return this.moveText(args[0], args[1])
      case ops.nextLine:
        return this.moveText(0, state.leading)
      case ops.setLeading:
        state.leading = -args[0]
        return
      case ops.setCharSpacing:
        state.charSpacing = args[0]
        return
      case ops.setWordSpacing:
        state.wordSpacing = args[0]
        return
      case ops.setHScale:
        state.textHScale = args[0] / 100
        return
      case ops.setTextRise:
        state.textRise = args[0]
        return
      case ops.setTextRenderingMode:
        state.textRenderingMode = args[0]
        return
      case ops.showText:
        return this.text(args[0])
    }
  }

  private restore(): void {
    const former = this.stack.pop()
    if (former) this.state = former
    this.strokeStyle = -1
  }

  private transform(map: Affine): void {
    this.state.ctm = compose(map, this.state.ctm)
    this.strokeStyle = -1
  }

  private reset(): void {
    this.stack.length = 0
    this.state = { ...this.start }
    this.strokeStyle = -1
  }

  private paint(which: 'stroke' | 'fill', paint: Paint): void {
    this.state[which] = paint
    if (which === 'stroke') this.strokeStyle = -1
  }

  private inColor(color: string, alpha: number): Paint {
    return color === this.context.unpainted ? { color, alpha, none: true } : { color, alpha }
  }

  private extendedState(entries: readonly [string, never][]): void {
    for (const [key, value] of entries) {
      if (key === 'LW') this.state.lineWidth = value
      else if (key === 'LC') this.state.lineCap = value
      else if (key === 'BM') this.state.covers = value === 'source-over'
      else if (key === 'D') {
        this.state.dash = value[0]
        this.state.dashPhase = value[1] ?? 0
      } else if (key === 'CA') this.state.stroke = { ...this.state.stroke, alpha: value }
      else if (key === 'ca') this.state.fill = { ...this.state.fill, alpha: value }
      else if (key === 'Font') this.font(value[0], value[1])
    }
    this.strokeStyle = -1
  }

  private beginContent(tag: string, properties: unknown): void {
    const outer = this.content.at(-1) ?? { layer: -1, off: false }
    const layer = tag === 'OC' ? this.context.layer(properties) : null
    this.content.push(layer ? { layer: this.layerIndex(layer), off: outer.off || !layer.visible } : outer)
    this.strokeStyle = -1
  }

  private layerIndex(layer: SheetLayer): number {
    const known = this.layers.findIndex((each) => each.name === layer.name && each.visible === layer.visible)
    return known >= 0 ? known : this.layers.push(layer) - 1
  }

  private get layer(): number {
    return this.content.at(-1)?.layer ?? -1
  }

  private hidden(paint: Paint): number {
    const transparent = paint.none || paint.alpha === 0 || this.softMasks > 0
    return (
      (transparent ? Flag.transparent : 0) |
      (this.content.at(-1)?.off ? Flag.layerOff : 0) |
      (this.tilingDepth > 0 ? Flag.hatch : 0)
    )
  }

  private beginForm(matrix: Affine | null, box: readonly number[] | null): void {
    this.stack.push({ ...this.state })
    this.formSpaces.push(this.formSpace)
    if (matrix) this.transform(matrix)
    this.formSpace = this.state.ctm
    if (box) this.clipToBox(box, this.state.ctm)
  }

  private beginGroup(group: Group): void {
    this.stack.push({ ...this.state })
    if (group.smask) this.softMasks++
    if (group.bbox) this.clipToBox(group.bbox, group.matrix ? compose(group.matrix, this.state.ctm) : this.state.ctm)
  }

  private beginAnnotation(rect: readonly number[] | null, transform: Affine, matrix: Affine): void {
    this.reset()
    this.markup = true
    if (rect) this.clipToBox(rect, this.state.ctm)
    this.transform(transform)
    this.transform(matrix)
    this.formSpace = this.state.ctm
  }

  private clipToBox([x1, y1, x2, y2]: readonly number[], map: Affine): void {
    const box = {
      minX: Math.min(x1!, x2!),
      minY: Math.min(y1!, y2!),
      maxX: Math.max(x1!, x2!),
      maxY: Math.max(y1!, y2!),
    }
    const ring = corners(box).map((corner) => apply(map, corner))
    this.state.clip = narrow(this.state.clip, [ring], false)
  }

  private penStyle(): number {
    const { state } = this
    if (this.strokeStyle < 0) {
      const grow = lengthFactor(state.ctm)
      const tidy = (pt: number) => Number((pt * grow).toPrecision(5))
      this.strokeStyle = this.recorder.style({
        kind: 'stroke',
        color: state.stroke.color,
        alpha: state.stroke.alpha,
        widthPt: tidy(state.lineWidth),
        dashPt: state.dash.map(tidy),
        ...(state.dash.length > 0 && state.dashPhase !== 0 && { dashPhasePt: tidy(state.dashPhase) }),
        layer: this.layer,
        markup: this.markup,
      })
    }
    return this.strokeStyle
  }

  private inkStyle(evenOdd: boolean): number {
    const { color, alpha } = this.state.fill
    const { layer, markup } = this
    const plain = { kind: 'fill', color, alpha, widthPt: 0, dashPt: [], layer, markup } as const
    return this.recorder.style(evenOdd ? { ...plain, evenOdd } : plain)
  }

  /** @param box of all its coordinates, as pdf.js has it */
  private constructedPath(op: number, data: Float32Array | null | undefined, box: ArrayLike<number> | undefined): void {
    if (!data) return
    const path = contentPaths.behind(data)
    if (path === data) this.noteSize(box)
    this.path(op, path)
  }

  private path(op: number, data: ArrayLike<number>): void {
    const { ops } = this.context
    const both = op >= ops.fillStroke && op <= ops.closeEOFillStroke
    const strokes = both || op === ops.stroke || op === ops.closeStroke
    const fills = both || op === ops.fill || op === ops.eoFill
    if (op !== ops.endPath) {
      this.recorder.nextPaint()
      if (strokes) this.dots(data)
      // What is closed and stroked is closed in its data: that is of the last subpath alone.
      if (strokes) this.outline(data, this.penStyle(), this.hidden(this.state.stroke), false)
      if (fills) this.fill(op, data, strokes)
    }
    if (this.pendingClip) {
      this.state.clip = narrow(this.state.clip, this.rings(data), this.pendingClip === 'evenodd')
      this.pendingClip = null
    }
  }

  /** Fills are seen by their outline, unless the same path is stroked as well. */
  private fill(op: number, data: ArrayLike<number>, stroked: boolean): void {
    const { ops } = this.context
    const { fill } = this.state
    const flags = this.hidden(fill)
    const rings = this.rings(data)
    // What has no area is painted as thin as the device can: a rectangle of no height is a line.
    const evenOdd = op === ops.eoFill || op === ops.eoFillStroke || op === ops.closeEOFillStroke
    if (!stroked) this.outline(data, this.inkStyle(evenOdd && rings.length > 1), flags, true)
    if (!isVisible(flags)) return
    if (fill.tiling) this.tile(fill.tiling, rings, evenOdd)
    const covers = this.state.covers && fill.alpha === 1 && this.softMasks === 0
    this.recorder.area(rings, evenOdd, fill.color, covers ? this.state.clip : null)
  }

  /** Every piece of a path as segments and curves. @param close whether open subpaths are closed by a line */
  private outline(data: ArrayLike<number>, style: number, flags: number, close: boolean): void {
    const [a, b, c, d, e, f] = this.state.ctm
    let startX = 0
    let startY = 0
    let x = 0
    let y = 0
    let pieces = 0
    for (let i = 0; i < data.length; ) {
      const draw = data[i]
      if (draw === Draw.lineTo || draw === Draw.moveTo) {
        const toX = a * data[i + 1]! + c * data[i + 2]! + e
        const toY = b * data[i + 1]! + d * data[i + 2]! + f
        if (draw === Draw.lineTo) {
          this.line(x, y, toX, toY, style, flags)
          pieces++
        } else {
          if (close && pieces > 1) this.line(x, y, startX, startY, style, flags)
          startX = toX
          startY = toY
          pieces = 0
        }
        x = toX
        y = toY
        i += 3
      } else if (draw === Draw.closePath) {
        // A line drawn out and back (two points, closed) is one line, not two.
        if (pieces > 1) this.line(x, y, startX, startY, style, flags)
        x = startX
        y = startY
        pieces = 0
        i += 1
      } else {
        const curve = curveAt(data, i, this.state.ctm, { x, y })
        this.recorder.curve(curve, style, flags, this.state.clip)
        x = curve.end.x
        y = curve.end.y
        pieces += 2
        i += draw === Draw.curveTo ? 7 : 5
      }
    }
    if (close && pieces > 1) this.line(x, y, startX, startY, style, flags)
  }

  /** Lines of no length leave a mark where they end with more than a cut: a dot or a square of their width. */
  private dots(data: ArrayLike<number>): void {
    const { lineCap, lineWidth, ctm } = this.state
    if (lineCap === 0 || lineWidth === 0) return
    for (const [x, y] of lonePoints(data)) {
      const half = lineWidth / 2
      const to = compose([half, 0, 0, half, x, y], ctm)
      const { color, alpha } = this.state.stroke
      const style = this.recorder.style({
        kind: 'fill',
        color,
        alpha,
        widthPt: 0,
        dashPt: [],
        layer: this.layer,
        markup: this.markup,
      })
      const flags = this.hidden(this.state.stroke)
      if (lineCap === 1)
        for (const curve of UNIT_CIRCLE)
          this.recorder.curve(
            mapCubic(curve, (p) => apply(to, p)),
            style,
            flags,
            this.state.clip,
          )
      else {
        const square = UNIT_SQUARE.map((p) => apply(to, p))
        square.forEach((a, i) => {
          const b = square[(i + 1) % square.length]!
          this.line(a.x, a.y, b.x, b.y, style, flags)
        })
      }
    }
  }

  private line(x1: number, y1: number, x2: number, y2: number, style: number, flags: number): void {
    if (x1 !== x2 || y1 !== y2) this.recorder.segment(x1, y1, x2, y2, style, flags, this.state.clip)
  }

  /** The subpaths as closed rings of points in sheet space, curves flattened. */
  private rings(data: ArrayLike<number>): Point[][] {
    const { ctm } = this.state
    const rings: Point[][] = []
    let ring: Point[] = []
    for (let i = 0; i < data.length; ) {
      const draw = data[i]
      if (draw === Draw.closePath) {
        ring = ring.slice(0, 1)
        rings.push(ring)
        i += 1
      } else if (draw === Draw.moveTo || draw === Draw.lineTo) {
        const p = apply(ctm, { x: data[i + 1]!, y: data[i + 2]! })
        if (draw === Draw.moveTo) {
          ring = [p]
          rings.push(ring)
        } else {
          ring.push(p)
        }
        i += 3
      } else {
        const curve = curveAt(data, i, ctm, ring.at(-1) ?? { x: 0, y: 0 })
        ring.push(...flattenCubic(curve, CLIP_FLATNESS_PT).slice(1))
        i += draw === Draw.curveTo ? 7 : 5
      }
    }
    return rings.filter(({ length }) => length > 1)
  }

  /** Draws the cells of a tiling within the rings that it fills. */
  private tile(tiling: Tiling, rings: readonly (readonly Point[])[], evenOdd: boolean): void {
    const { matrix, box, stepX, stepY, operators } = tiling
    const space = compose(matrix, this.formSpace)
    const inverse = invert(space)
    const filled = intersect(boxOf(rings.flat()), this.state.clip.box)
    if (!inverse || isEmpty(filled) || this.tilingDepth > 1) return
    const seen = mapBox(inverse, filled)
    const first = { x: Math.floor((seen.minX - box[2]) / stepX), y: Math.floor((seen.minY - box[3]) / stepY) }
    const last = { x: Math.ceil((seen.maxX - box[0]) / stepX), y: Math.ceil((seen.maxY - box[1]) / stepY) }
    const cells = (last.x - first.x + 1) * (last.y - first.y + 1)
    if (!(cells * operators.fnArray.length <= TILING_MOST_OPERATORS)) return
    const former = this.state
    const depth = this.stack.length
    const clip = narrow(former.clip, rings, evenOdd)
    this.tilingDepth++
    for (let row = first.y; row <= last.y; row++)
      for (let column = first.x; column <= last.x; column++) {
        const { color, alpha } = former.fill
        const ink = color === 'pattern' ? '#000000' : color
        const cell = compose([1, 0, 0, 1, column * stepX, row * stepY], space)
        this.state = { ...initialState(cell, clip), stroke: { color: ink, alpha }, fill: { color: ink, alpha } }
        this.strokeStyle = -1
        this.clipToBox(box, cell)
        this.execute(operators)
        this.stack.length = depth
      }
    this.tilingDepth--
    this.state = former
    this.strokeStyle = -1
  }

  private images(positions: ArrayLike<number>, cell: (x: number, y: number) => Affine): void {
    for (let i = 0; i < positions.length; i += 2)
      this.image(compose(cell(positions[i]!, positions[i + 1]!), this.state.ctm), 0, 0)
  }

  private imageGroup(entries: readonly (Partial<Sized> & { transform: Affine })[], whole?: Sized): void {
    for (const { transform, width, height } of entries)
      this.image(compose(transform, this.state.ctm), width ?? whole?.width ?? 0, height ?? whole?.height ?? 0)
  }

  private image(map: Affine, widthPx: number, heightPx: number): void {
    const { clip, fill } = this.state
    const seen = !isEmpty(intersect(mapBox(map, { minX: 0, minY: 0, maxX: 1, maxY: 1 }), clip.box))
    const flags = this.hidden({ ...fill, none: false }) | (seen ? 0 : Flag.clipped)
    this.recorder.nextPaint()
    this.recorder.image({ map, widthPx: widthPx ?? 0, heightPx: heightPx ?? 0, layer: this.layer, flags })
  }

  private font(name: string, size: number): void {
    this.state.font = this.context.font(name) ?? PLAIN_FONT
    this.state.fontSize = size
  }

  private moveText(x: number, y: number): void {
    this.state.lineX += x
    this.state.lineY += y
    this.state.textX = this.state.lineX
    this.state.textY = this.state.lineY
  }

  private text(glyphs: never): void {
    const { state } = this
    // Modes 0 to 6 without 3 paint; 3 and 7 leave no mark (ISO 32000-2, table 104).
    const mode = state.textRenderingMode
    const paint = mode === 1 || mode === 5 ? state.stroke : state.fill
    const unseen = this.hidden(paint) | (mode === 3 || mode === 7 ? Flag.transparent : 0)
    for (const shown of showText(state, glyphs)) {
      const middle = {
        x: shown.x + (Math.cos(shown.turnRad) * shown.lengthPt) / 2,
        y: shown.y + (Math.sin(shown.turnRad) * shown.lengthPt) / 2,
      }
      const seen = isInside(state.clip, middle) || isInside(state.clip, shown)
      this.recorder.nextPaint()
      this.recorder.run({ ...shown, layer: this.layer, flags: unseen | (seen ? 0 : Flag.clipped) }, paint.color)
    }
  }
}

/** Operands as they come from outside: each case knows what its own are (ISO 32000-2, annex A). */
interface Operands {
  0: never
  1: never
  2: never
  3: never
  4: never
  5: never
}

interface Group {
  matrix?: Affine | null
  bbox?: readonly number[] | null
  smask?: unknown
}

interface Sized {
  width: number
  height: number
}

function readTiling(args: readonly unknown[]): Tiling | undefined {
  if (args[0] !== 'TilingPattern') return undefined
  const [, , operators, matrix, box, stepX, stepY] = args as [
    string,
    unknown,
    OperatorList,
    Affine,
    Tiling['box'],
    number,
    number,
  ]
  if (!stepX || !stepY) return undefined
  return { operators, matrix, box, stepX: Math.abs(stepX), stepY: Math.abs(stepY) }
}

/** Starts of subpaths that go nowhere: `x y m x y l`, or closed at once. */
function* lonePoints(data: ArrayLike<number>): Generator<[x: number, y: number]> {
  let [x, y, pieces, alone] = [0, 0, 0, false]
  for (let i = 0; i < data.length; ) {
    const draw = data[i]
    if (draw === Draw.moveTo) {
      if (alone && pieces > 0) yield [x, y]
      ;[x, y, pieces, alone] = [data[i + 1]!, data[i + 2]!, 0, true]
      i += 3
    } else if (draw === Draw.lineTo) {
      pieces++
      if (data[i + 1] !== x || data[i + 2] !== y) alone = false
      i += 3
    } else if (draw === Draw.closePath) {
      pieces++
      i += 1
    } else {
      alone = false
      i += draw === Draw.curveTo ? 7 : 5
    }
  }
  if (alone && pieces > 0) yield [x, y]
}

/** How far the pulls of a quarter circle reach, as a part of its radius. */
const QUARTER_PULL = 0.5522847498
const UNIT_CIRCLE: readonly Cubic[] = [0, 1, 2, 3].map((quarter) => {
  const turn: Affine = [
    [1, 0, 0, 1, 0, 0],
    [0, 1, -1, 0, 0, 0],
    [-1, 0, 0, -1, 0, 0],
    [0, -1, 1, 0, 0, 0],
  ][quarter] as unknown as Affine
  const p = (x: number, y: number) => apply(turn, { x, y })
  return { start: p(1, 0), pullStart: p(1, QUARTER_PULL), pullEnd: p(QUARTER_PULL, 1), end: p(0, 1) }
})
/** As a path. */
const UNIT_RECTANGLE = [Draw.moveTo, 0, 0, Draw.lineTo, 1, 0, Draw.lineTo, 1, 1, Draw.lineTo, 0, 1, Draw.closePath]
const UNIT_SQUARE: readonly Point[] = [
  { x: -1, y: -1 },
  { x: 1, y: -1 },
  { x: 1, y: 1 },
  { x: -1, y: 1 },
]

function curveAt(data: ArrayLike<number>, at: number, ctm: Affine, start: Point): Cubic {
  const p = (k: number) => apply(ctm, { x: data[at + k]!, y: data[at + k + 1]! })
  if (data[at] === Draw.curveTo) return { start, pullStart: p(1), pullEnd: p(3), end: p(5) }
  const pull = p(1)
  const end = p(3)
  const third = (q: Point) => ({ x: q.x + (2 / 3) * (pull.x - q.x), y: q.y + (2 / 3) * (pull.y - q.y) })
  return { start, pullStart: third(start), pullEnd: third(end), end }
}
