import { type Affine, apply, compose } from '../../geometry/affine'
import type { GraphicsState } from './graphics-state'

interface Glyph {
  unicode: string
  width: number
  isSpace: boolean
  vmetric?: readonly [number, number, number] | null
}

/** Kerning wider than this part of the font size stands for a space between words. */
const SPACE_FROM = 0.2

/**
 * Shows glyphs as pdf.js lists them (glyphs, and numbers that move back by thousandths of the size) and moves the text position on.
 * @returns the run in sheet space, or null where nothing is shown
 */
export function showText(
  state: GraphicsState,
  glyphs: readonly (Glyph | number | null)[],
): { text: string; x: number; y: number; lengthPt: number; heightPt: number; turnRad: number } | null {
  const { font, fontSize, textHScale } = state
  const direction = fontSize < 0 ? -1 : 1
  const size = Math.abs(fontSize)
  const widthScale = size * Math.abs(font.matrix[0] || 0.001)
  let advance = 0
  let text = ''
  for (const glyph of glyphs) {
    if (glyph === null) continue
    if (typeof glyph === 'number') {
      advance += ((font.vertical ? 1 : -1) * glyph * size) / 1000
      if (!font.vertical && -glyph / 1000 > SPACE_FROM && text !== '' && !text.endsWith(' ')) text += ' '
      continue
    }
    const spacing = (glyph.isSpace ? state.wordSpacing : 0) + state.charSpacing
    const width = font.vertical && glyph.vmetric ? glyph.vmetric[0] : glyph.width
    advance += width * widthScale + (font.vertical ? -spacing : spacing) * direction
    text += glyph.unicode
  }
  const map: Affine = compose(state.textMatrix, state.ctm)
  const at = apply(map, { x: state.textX, y: state.textY + state.textRise })
  const step = font.vertical ? { x: 0, y: advance } : { x: advance * textHScale * direction, y: 0 }
  if (font.vertical) state.textY -= advance
  else state.textX += step.x
  const heightPt = size * Math.hypot(map[2], map[3])
  if (text.trim() === '' || heightPt === 0) return null
  const sign = font.vertical ? -1 : 1
  const dx = sign * (map[0] * step.x + map[2] * step.y)
  const dy = sign * (map[1] * step.x + map[3] * step.y)
  const baseline = Math.atan2(map[1] * direction, map[0] * direction)
  const turnRad = font.vertical ? Math.atan2(dy, dx) : baseline
  return { text, x: at.x, y: at.y, lengthPt: Math.hypot(dx, dy), heightPt, turnRad }
}
