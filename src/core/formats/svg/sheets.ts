import { apply } from '../../geometry/affine'
import type { Point } from '../../geometry/vector'
import { placementMap } from '../../model/underlay/placement'
import { type HandedSheet, type PicturedSheet, placedMarks } from '../sheets/placed'
import { escapeXml } from '../xml'
import { figure, type PlanGroup } from './drawing'

/** The thinnest pen on paper, millimetres. */
const THINNEST_MM = 0.05

/** The lines and letters of a sheet as they lie on paper, one path for each pen, as strongly as the sheet shows. */
export function sheetGroup(sheet: HandedSheet, onPaper: (p: Point) => Point, ratio: number): PlanGroup {
  const { underlay } = sheet
  const { tint, tone, placement } = underlay
  const paths = new Map<string, string[]>()
  const letters: string[] = []
  const place = (p: Point) => {
    const { x, y } = onPaper(p)
    return `${figure(x)} ${figure(y)}`
  }
  for (const mark of placedMarks(sheet)) {
    if (mark.kind === 'text') {
      const at = onPaper(mark.at)
      const turn = figure((-mark.turnRad * 180) / Math.PI)
      letters.push(
        `<text x="${figure(at.x)}" y="${figure(at.y)}" font-size="${figure(mark.heightMm / ratio)}" fill="${tint ?? INK}" transform="rotate(${turn} ${figure(at.x)} ${figure(at.y)})">${escapeXml(mark.text)}</text>`,
      )
      continue
    }
    const { style } = mark
    const color = tint ?? (style.color.startsWith('#') ? style.color : INK)
    const widthMm = style.kind === 'fill' ? 0 : (style.widthPt * placement.mmPerPt) / ratio
    const dashes = style.dashPt.map((pt) => figure((pt * placement.mmPerPt) / ratio)).join(' ')
    const pen = `stroke="${color}" stroke-width="${figure(Math.max(THINNEST_MM, widthMm))}"${dashes ? ` stroke-dasharray="${dashes}"` : ''}`
    const drawn = paths.get(pen) ?? []
    paths.set(pen, drawn)
    if (mark.kind === 'line') drawn.push(`M${place(mark.start)}L${place(mark.end)}`)
    else {
      const { start, pullStart, pullEnd, end } = mark.curve
      drawn.push(`M${place(start)}C${place(pullStart)} ${place(pullEnd)} ${place(end)}`)
    }
  }
  const lines = [...paths].map(([pen, drawn]) => `<path d="${drawn.join('')}" fill="none" ${pen}/>`)
  return {
    name: `Sheet ${underlay.name}`,
    svg:
      lines.length + letters.length > 0 ? `<g opacity="${figure(tone)}">${[...lines, ...letters].join('\n')}</g>` : '',
  }
}

/** The picture of a sheet as it lies on paper, within its crop; null where a homography bends it. */
export function pictureGroup(sheet: PicturedSheet, onPaper: (p: Point) => Point): PlanGroup | null {
  const { underlay, widthPt, heightPt, image } = sheet
  const { placement, crop, tone, name, id } = underlay
  if (placement.bend) return null
  const map = placementMap(placement)
  const corner = (x: number, y: number) => onPaper(apply(map, { x, y }))
  const [upper, right, lower] = [corner(0, heightPt), corner(widthPt, heightPt), corner(0, 0)]
  // From the unit square, y down from the upper left corner of the page.
  const matrix = [right.x - upper.x, right.y - upper.y, lower.x - upper.x, lower.y - upper.y, upper.x, upper.y]
  const clip = crop && `sheet-${id.replace(/[^\w-]/g, '_')}`
  const outline = crop?.map(({ x, y }, i) => {
    const at = corner(x, y)
    return `${i === 0 ? 'M' : 'L'}${figure(at.x)} ${figure(at.y)}`
  })
  return {
    name: `Sheet ${name}`,
    svg: [
      ...(clip && outline ? [`<clipPath id="${clip}"><path d="${outline.join('')}Z"/></clipPath>`] : []),
      `<g opacity="${figure(tone)}"${clip ? ` clip-path="url(#${clip})"` : ''}><image width="1" height="1" preserveAspectRatio="none" transform="matrix(${matrix.map(precise).join(' ')})" href="${image}"/></g>`,
    ].join('\n'),
  }
}

const precise = (value: number): string => String(Number(value.toFixed(6)))

const INK = '#6b7473'
