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
/** Wider than this, forth or back, it leads to another piece of text: some producers write all of a line in one go. */
const APART_FROM = 1

/** A piece of text in sheet space. */
interface ShownText {
  readonly text: string
  readonly x: number
  readonly y: number
  readonly lengthPt: number
  readonly heightPt: number
  readonly turnRad: number
}

/**
 * Shows glyphs as pdf.js lists them (glyphs, and numbers that move back by thousandths of the size) and moves the text position on.
 * @returns the runs that show something
 */
export function showText(state: GraphicsState, glyphs: readonly (Glyph | number | null)[]): ShownText[] {
  const { font, fontSize } = state
  const direction = fontSize < 0 ? -1 : 1
  const size = Math.abs(fontSize)
  const widthScale = size * Math.abs(font.matrix[0] || 0.001)
  const runs: ShownText[] = []
  let text = ''
  /** How far the text goes, and how far beyond its last letter the next one will stand. */
  let advance = 0
  let gap = 0
  const end = () => {
    const run = runOf(state, text, advance)
    if (run) runs.push(run)
    move(state, advance + gap)
    text = ''
    advance = 0
    gap = 0
  }
  for (const glyph of glyphs) {
    if (glyph === null) continue
    if (typeof glyph === 'number') {
      gap += ((font.vertical ? 1 : -1) * glyph * size) / 1000
      continue
    }
    if (!font.vertical && Math.abs(gap) > APART_FROM * size) end()
    else if (!font.vertical && gap > SPACE_FROM * size && text !== '' && !text.endsWith(' ')) text += ' '
    const spacing = (glyph.isSpace ? state.wordSpacing : 0) + state.charSpacing
    const width = font.vertical && glyph.vmetric ? glyph.vmetric[0] : glyph.width
    advance += gap + width * widthScale + (font.vertical ? -spacing : spacing) * direction
    gap = 0
    text += glyph.unicode
  }
  end()
  return runs
}

function move(state: GraphicsState, advance: number): void {
  if (state.font.vertical) state.textY -= advance
  else state.textX += advance * state.textHScale * (state.fontSize < 0 ? -1 : 1)
}

/** The text from where the state stands; null where nothing shows. */
function runOf(state: GraphicsState, text: string, advance: number): ShownText | null {
  const { font, fontSize, textHScale } = state
  const direction = fontSize < 0 ? -1 : 1
  const map: Affine = compose(state.textMatrix, state.ctm)
  const at = apply(map, { x: state.textX, y: state.textY + state.textRise })
  const step = font.vertical ? { x: 0, y: advance } : { x: advance * textHScale * direction, y: 0 }
  const heightPt = Math.abs(fontSize) * Math.hypot(map[2], map[3])
  if (text.trim() === '' || heightPt === 0) return null
  const sign = font.vertical ? -1 : 1
  const dx = sign * (map[0] * step.x + map[2] * step.y)
  const dy = sign * (map[1] * step.x + map[3] * step.y)
  const baseline = Math.atan2(map[1] * direction, map[0] * direction)
  const turnRad = font.vertical ? Math.atan2(dy, dx) : baseline
  return { text, x: at.x, y: at.y, lengthPt: Math.hypot(dx, dy), heightPt, turnRad }
}
