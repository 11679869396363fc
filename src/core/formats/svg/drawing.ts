import type { Chain } from '../../draft/chain'
import { flatten } from '../../geometry/piece/measure'
import { isWhole, type Piece, placeAt, startOf } from '../../geometry/piece/piece'
import type { Point } from '../../geometry/vector'
import { DASHES_MM, type Pen } from '../../model/pen'
import { CAPITALS } from '../../text/capitals'
import { type PaperName, type PaperSize, sizeOfPaper } from '../paper/papers'
import type { PaperMark } from '../paper/title-block'
import { escapeXml } from '../xml'

export const INK = '#26302f'
/** Chords leave a curve by no more than this, on paper. */
const FLATNESS_MM = 0.02

/** What lies together on a drawing, as the content of an SVG. */
export interface PlanGroup {
  readonly name: string
  readonly svg: string
  /** The heading under which it is listed, where it has one. */
  readonly within?: string
}

/** An SVG of the size of a paper, in millimetres. */
export function svgOfPaper(paper: PaperName | PaperSize, content: string): string {
  const { widthMm, heightMm } = sizeOfPaper(paper)
  return `<svg xmlns="http://www.w3.org/2000/svg" width="${figure(widthMm)}mm" height="${figure(heightMm)}mm" viewBox="0 0 ${figure(widthMm)} ${figure(heightMm)}" font-family="Helvetica, Arial, sans-serif">\n${content}\n</svg>`
}

export const group = (name: string, content: readonly string[]): PlanGroup => ({
  name,
  svg: content.filter(Boolean).join('\n'),
})

export const figure = (value: number): string => String(Number(value.toFixed(4)))

/** Writes geometry of the model as it lies on paper. */
export class Drawing {
  constructor(
    private readonly onPaper: (p: Point) => Point,
    private readonly ratio: number,
  ) {}

  ring(ring: readonly Point[]): string {
    return `${this.run(ring)}Z`
  }

  run(points: readonly Point[]): string {
    return points.map((p, i) => `${i === 0 ? 'M' : 'L'}${this.place(p)}`).join('')
  }

  chain({ pieces, closed }: Chain): string {
    const [first] = pieces
    if (!first) return ''
    return `M${this.place(startOf(first))}${pieces.map((piece) => this.piece(piece)).join('')}${closed ? 'Z' : ''}`
  }

  lines({ chains }: { readonly chains: readonly Chain[] }, pen: Pen): string {
    if (chains.length === 0) return ''
    const dashes = DASHES_MM[pen.line]
    const dash = dashes.length > 0 ? ` stroke-dasharray="${dashes.join(' ')}"` : ''
    return `<path d="${chains.map((chain) => this.chain(chain)).join('')}" fill="none" stroke="${pen.color}" stroke-width="${Math.max(0.13, pen.weightMm)}"${dash}/>`
  }

  text(text: string, at: Point, heightMm: number, turnRad: number, align: 'start' | 'middle'): string {
    const turn =
      turnRad === 0 ? '' : ` transform="rotate(${figure((-turnRad * 180) / Math.PI)} ${figure(at.x)} ${figure(at.y)})"`
    // Heights of writing are those of its capitals.
    return `<text x="${figure(at.x)}" y="${figure(at.y)}" font-size="${figure(heightMm / CAPITALS)}" text-anchor="${align}" fill="${INK}"${turn}>${escapeXml(text)}</text>`
  }

  private place(p: Point): string {
    const { x, y } = this.onPaper(p)
    return `${figure(x)} ${figure(y)}`
  }

  private piece(piece: Piece): string {
    if (piece.kind === 'segment') return `L${this.place(piece.end)}`
    if (piece.kind === 'arc') {
      const radius = figure(piece.radius / this.ratio)
      const sweep = piece.sweepRad > 0 ? 0 : 1
      const to = (t: number, large: 0 | 1) =>
        `A${radius} ${radius} 0 ${large} ${sweep} ${this.place(placeAt(piece, t))}`
      return isWhole(piece) ? to(0.5, 0) + to(1, 0) : to(1, Math.abs(piece.sweepRad) > Math.PI ? 1 : 0)
    }
    if (piece.kind === 'cubic') {
      const { pullStart, pullEnd, end } = piece.curve
      return `C${this.place(pullStart)} ${this.place(pullEnd)} ${this.place(end)}`
    }
    return flatten(piece, FLATNESS_MM * this.ratio)
      .slice(1)
      .map((p) => `L${this.place(p)}`)
      .join('')
  }
}

/** A drawing as a file: its groups with their names, those of one heading within a group of that. */
export function svgOfGroups(paper: PaperName, title: string, groups: readonly PlanGroup[]): string {
  const ids = distinctIds(groups)
  const named = groups.map(({ name, svg, within }, i) => {
    const own = `<g id="${ids[i]}"><title>${escapeXml(name)}</title>\n${svg}\n</g>`
    const before = within && groups[i - 1]?.within !== within ? `<g id="${within}">\n` : ''
    const after = within && groups[i + 1]?.within !== within ? '\n</g>' : ''
    return before + own + after
  })
  return [
    '<?xml version="1.0" encoding="UTF-8"?>',
    svgOfPaper(paper, [`<title>${escapeXml(title)}</title>`, ...named].join('\n')),
    '',
  ].join('\n')
}

/** Names as XML takes them for ids, each once. */
function distinctIds(groups: readonly PlanGroup[]): string[] {
  const used = new Set(groups.map(({ within }) => within))
  return groups.map(({ name }) => {
    const plain = name.replace(/[^\p{L}\p{N}_.-]+/gu, '-').replace(/^(?=[\d.-])/, '_')
    let own = plain
    for (let i = 2; used.has(own); i++) own = `${plain}-${i}`
    used.add(own)
    return own
  })
}

/** Writing on paper. @param size of its font, millimetres */
export const textOnPaper = (x: number, y: number, size: number, words: string, anchor = 'start'): string =>
  `<text x="${figure(x)}" y="${figure(y)}" font-size="${figure(size)}" text-anchor="${anchor}" fill="${INK}">${escapeXml(words)}</text>`

/** Frame and title of a drawing. */
export const marksOnPaper = (marks: readonly PaperMark[]): string => marks.map(markOnPaper).join('\n')

function markOnPaper(mark: PaperMark): string {
  if (mark.type === 'text') return textOnPaper(mark.at.x, mark.at.y, mark.sizeMm, mark.text, mark.anchor)
  const corners = mark.points.map(({ x, y }, i) => `${i === 0 ? 'M' : 'L'}${figure(x)} ${figure(y)}`).join('')
  if (mark.type === 'line')
    return `<path d="${corners}${mark.closed ? 'Z' : ''}" fill="none" stroke="${INK}" stroke-width="${mark.weightMm}"/>`
  return `<path d="${corners}Z" fill="${mark.filled ? INK : '#ffffff'}" stroke="${INK}" stroke-width="0.2"/>`
}
