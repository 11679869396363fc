import type { Chances, Drafting, Vector } from './drafting'

/** A free rectangle of a room, in millimetres. */
export interface Free {
  readonly x: number
  readonly y: number
  readonly width: number
  readonly depth: number
}

type Piece = (draft: Drafting, room: Free, pen: number, chances: Chances) => void

/** What stands in rooms, lies on floors or hangs from ceilings, and is no wall. */
const PIECES = {
  bed: (draft, { x, y }, pen) => {
    draft.rect(x + 120, y + 60, 1600, 2050, pen)
    draft.rect(x + 200, y + 120, 680, 420, pen)
    draft.rect(x + 960, y + 120, 680, 420, pen)
    draft.line([x + 120, y + 700], [x + 1720, y + 700], pen)
  },
  worktop: (draft, { x, y, width, depth }, pen) => {
    draft.line([x, y + 600], [x + width, y + 600], pen)
    for (let at = 600; at < width; at += 600) draft.line([x + at, y], [x + at, y + 600], pen)
    if (depth > 2600) {
      draft.line([x + 620, y + 600], [x + 620, y + Math.min(depth, 3000)], pen)
      draft.line([x, y + Math.min(depth, 3000)], [x + 620, y + Math.min(depth, 3000)], pen)
    }
    draft.rect(x + 640, y + 90, 480, 420, pen)
  },
  'flight of stairs': (draft, { x, y, width, depth }, pen, chances) => {
    const wide = Math.min(width, chances.pick([900, 1000, 1200]))
    const going = chances.pick([250, 270, 290])
    const count = Math.min(16, Math.floor((depth - 100) / going))
    for (let k = 0; k <= count; k++) draft.line([x, y + k * going], [x + wide, y + k * going], pen)
    for (const off of [0, 40, wide - 40, wide]) draft.line([x + off, y], [x + off, y + count * going], pen)
    draft.line([x + wide / 2, y + 100], [x + wide / 2, y + count * going - 100], pen)
  },
  tiles: (draft, { x, y, width, depth }, pen, chances) => {
    const step = chances.pick([200, 300, 450])
    for (let at = step; at < width; at += step) draft.line([x + at, y], [x + at, y + depth], pen)
    for (let at = step; at < depth; at += step) draft.line([x, y + at], [x + width, y + at], pen)
  },
  'ceiling grid': (draft, { x, y, width, depth }, pen) => {
    for (let at = 312; at < width; at += 625) draft.line([x + at, y], [x + at, y + depth], pen)
    for (let at = 312; at < depth; at += 625) draft.line([x, y + at], [x + width, y + at], pen)
  },
  duct: (draft, { x, y, width, depth }, pen, chances) => {
    const size = chances.pick([200, 315, 400])
    const at = y + depth * chances.between(0.3, 0.6)
    for (const off of [0, size]) draft.line([x + 150, at + off], [x + width - 150, at + off], pen)
    for (const end of [x + 150, x + width - 150]) draft.line([end, at], [end, at + size], pen)
    draft.line([x + 150, at + size / 2], [x + width - 150, at + size / 2], pen)
  },
  'table and chairs': (draft, { x, y, width, depth }, pen) => {
    const [cx, cy] = [x + width / 2, y + depth / 2]
    draft.rect(cx - 800, cy - 425, 1600, 850, pen)
    for (const dx of [-560, 110]) for (const dy of [-880, 450]) draft.rect(cx + dx, cy + dy, 440, 430, pen)
  },
  shelves: (draft, { x, y, width, depth }, pen) => {
    for (let at = 200; at + 350 < depth; at += 1150) {
      draft.rect(x + 200, y + at, Math.max(600, width - 900), 350, pen)
      draft.line([x + 200, y + at + 175], [x + 200 + Math.max(600, width - 900), y + at + 175], pen)
    }
  },
  'bath and basin': (draft, { x, y, width }, pen) => {
    draft.rect(x + 20, y + 20, Math.min(1700, width - 40), 700, pen)
    draft.rect(x + 90, y + 90, Math.min(1560, width - 180), 560, pen)
    draft.rect(x + 20, y + 900, 450, 560, pen)
    draft.arc([x + 245, y + 1180], 160, 0, 2 * Math.PI - 0.01, pen)
  },
  nothing: () => undefined,
} as const satisfies Record<string, Piece>

const NAMES = Object.keys(PIECES) as (keyof typeof PIECES)[]

/** Puts something into a room. */
export function furnish(draft: Drafting, room: Free, pen: number, chances: Chances): void {
  if (room.width < 900 || room.depth < 1200) return
  const name = chances.pick(NAMES)
  if ((name === 'bed' || name === 'table and chairs') && (room.width < 2300 || room.depth < 2600)) return
  PIECES[name](draft, room, pen, chances)
}

/** How chains of dimensions are drawn. */
export interface DimensionHabit {
  /** From the figure's line to the wall (`full`), a short piece at the line (`stub`), or none. */
  readonly extension: 'full' | 'stub' | 'none'
  readonly end: 'slash' | 'arrow' | 'dot'
  readonly figure: (mm: number) => string
}

/**
 * A chain of dimensions between places along a line that lies beside the building.
 * @param at where the line runs, across its direction
 * @param face where the wall's face is that extension lines run to
 */
export function dimensionChain(
  draft: Drafting,
  places: readonly number[],
  { axis, at, face }: { readonly axis: 'x' | 'y'; readonly at: number; readonly face: number },
  { extension, end, figure }: DimensionHabit,
  pen: number,
): void {
  const put = (along: number, across: number): Vector => (axis === 'x' ? [along, across] : [across, along])
  const out = Math.sign(at - face)
  const sorted = [...new Set(places)].sort((a, b) => a - b)
  draft.line(put(sorted[0]!, at), put(sorted.at(-1)!, at), pen)
  for (const place of sorted) {
    if (extension !== 'none') {
      const from = extension === 'full' ? face : at - out * draft.onPaper(2)
      draft.line(put(place, from), put(place, at + out * draft.onPaper(1.5)), pen)
    }
    const size = draft.onPaper(0.9)
    if (end === 'slash') draft.line(put(place - size, at - size), put(place + size, at + size), pen * 2)
    if (end === 'dot') draft.arc(put(place, at), size / 2, 0, 2 * Math.PI - 0.01, pen)
    if (end === 'arrow') {
      draft.line(put(place, at), put(place + 2 * size, at + size / 2), pen)
      draft.line(put(place, at), put(place + 2 * size, at - size / 2), pen)
    }
  }
  for (let i = 0; i + 1 < sorted.length; i++) {
    const [a, b] = [sorted[i]!, sorted[i + 1]!]
    if (b - a < draft.onPaper(5)) continue
    draft.text(
      figure(b - a),
      put((a + b) / 2, at + draft.onPaper(axis === 'x' ? 0.8 : -0.8)),
      6,
      axis === 'x' ? 0 : Math.PI / 2,
    )
  }
}
