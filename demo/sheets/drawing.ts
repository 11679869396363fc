import {
  degrees,
  PDFOperatorNames as Op,
  type PDFDocument,
  type PDFFont,
  PDFHexString,
  PDFName,
  type PDFNumber,
  PDFOperator,
  type PDFPage,
  type PDFRef,
  rgb,
} from 'pdf-lib'

/** A pen for demo sheets: building millimetres in, points on paper out, on optional-content layers. */
export class Drawing {
  private readonly layers = new Map<string, PDFName>()
  private readonly groups: PDFRef[] = []
  private layer: string | null = null

  constructor(
    private readonly document: PDFDocument,
    readonly page: PDFPage,
    private readonly font: PDFFont,
    /** Points of paper in one millimetre of the building. */
    private readonly ptPerMm: number,
    /** Where the building's zero lies on the paper, in points. */
    private readonly zero: { x: number; y: number },
    private readonly turn = (x: number, y: number) => ({ x, y }),
  ) {}

  /** Draws on a named layer until the next one. */
  on(name: string | null): this {
    if (this.layer) this.page.pushOperators(PDFOperator.of(Op.EndMarkedContent))
    this.layer = name
    if (name) {
      const property = this.layers.get(name) ?? this.addLayer(name)
      this.page.pushOperators(PDFOperator.of(Op.BeginMarkedContentSequence, [PDFName.of('OC'), property]))
    }
    return this
  }

  line(x1: number, y1: number, x2: number, y2: number, widthPt = 0.5, dash?: number[]): this {
    this.page.drawLine({
      start: this.at(x1, y1),
      end: this.at(x2, y2),
      thickness: widthPt,
      dashArray: dash,
      color: rgb(0.1, 0.1, 0.1),
    })
    return this
  }

  rect(x: number, y: number, width: number, height: number, widthPt = 0.5): this {
    return this.line(x, y, x + width, y, widthPt)
      .line(x + width, y, x + width, y + height, widthPt)
      .line(x + width, y + height, x, y + height, widthPt)
      .line(x, y + height, x, y, widthPt)
  }

  /** A quarter of a circle about `x`, `y`, from `fromDeg` anticlockwise, as one Bézier curve. */
  quarter(x: number, y: number, radius: number, fromDeg: number, widthPt = 0.35): this {
    const k = 0.5522847498 * radius
    const turned = (px: number, py: number) => {
      const a = (fromDeg * Math.PI) / 180
      return this.at(x + px * Math.cos(a) - py * Math.sin(a), y + px * Math.sin(a) + py * Math.cos(a))
    }
    const [p, q, r, s] = [turned(radius, 0), turned(radius, k), turned(k, radius), turned(0, radius)]
    this.page.drawSvgPath(`M ${p.x} ${-p.y} C ${q.x} ${-q.y} ${r.x} ${-r.y} ${s.x} ${-s.y}`, {
      x: 0,
      y: 0,
      borderWidth: widthPt,
      borderColor: rgb(0.1, 0.1, 0.1),
    })
    return this
  }

  text(text: string, x: number, y: number, sizePt: number, turnDeg = 0, anchor: 'start' | 'middle' = 'middle'): this {
    const width = this.font.widthOfTextAtSize(text, sizePt)
    const a = (turnDeg * Math.PI) / 180
    const back = anchor === 'middle' ? width / 2 : 0
    const { x: px, y: py } = this.at(x, y)
    this.page.drawText(text, {
      x: px - Math.cos(a) * back,
      y: py - Math.sin(a) * back,
      size: sizePt,
      font: this.font,
      rotate: degrees(turnDeg),
      color: rgb(0.1, 0.1, 0.1),
    })
    return this
  }

  /** A dimension line between two points, shifted sideways, with its printed number. */
  dimension(x1: number, y1: number, x2: number, y2: number, shift: number, text?: string): this {
    const length = Math.hypot(x2 - x1, y2 - y1)
    const [ux, uy] = [(x2 - x1) / length, (y2 - y1) / length]
    const [nx, ny] = [-uy, ux]
    const foot = (x: number, y: number, by: number) => [x + nx * by, y + ny * by] as const
    const [ax, ay] = foot(x1, y1, shift)
    const [bx, by] = foot(x2, y2, shift)
    const tick = 90
    this.line(ax, ay, bx, by, 0.25)
    for (const [x, y, px, py] of [
      [x1, y1, ax, ay],
      [x2, y2, bx, by],
    ] as const) {
      this.line(...foot(x, y, Math.sign(shift) * 120), ...foot(px, py, Math.sign(shift) * 100), 0.18)
      this.line(px - (ux + nx) * tick, py - (uy + ny) * tick, px + (ux + nx) * tick, py + (uy + ny) * tick, 0.5)
    }
    const turnDeg = (Math.atan2(uy, ux) * 180) / Math.PI
    const [tx, ty] = foot((ax + bx) / 2, (ay + by) / 2, 70)
    return this.text(text ?? Math.round(length).toString(), tx, ty, 6.2, turnDeg)
  }

  at(x: number, y: number): { x: number; y: number } {
    const turned = this.turn(x, y)
    return { x: this.zero.x + turned.x * this.ptPerMm, y: this.zero.y + turned.y * this.ptPerMm }
  }

  private addLayer(name: string): PDFName {
    const { context } = this.document
    const group = context.register(context.obj({ Type: 'OCG', Name: PDFHexString.fromText(name) }))
    const property = PDFName.of(`L${this.layers.size}`)
    this.layers.set(name, property)
    this.groups.push(group)
    const resources = this.page.node.normalizedEntries().Resources
    const properties = resources.get(PDFName.of('Properties')) ?? context.obj({})
    ;(properties as ReturnType<typeof context.obj> & { set(key: PDFName, value: PDFRef): void }).set(property, group)
    resources.set(PDFName.of('Properties'), properties)
    return property
  }

  /** Names the layers used here in the file's catalogue; those in `off` start hidden. */
  static nameLayers(document: PDFDocument, drawings: readonly Drawing[]): void {
    const groups = drawings.flatMap((drawing) => drawing.groups)
    const { context } = document
    document.catalog.set(
      PDFName.of('OCProperties'),
      context.obj({ OCGs: groups, D: { Order: groups, ON: groups, OFF: [] as PDFNumber[] } }),
    )
  }
}
