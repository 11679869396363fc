import { isInside } from '@/core/geometry/polygon'
import { add, distance, leftOf, type Point, scale, subtract, unit } from '@/core/geometry/vector'
import { alongOf, asideOf } from '@/core/model/wall/line'
import type { ElementDraft, ProposedElement, ProposedKind } from '@/core/propose/elements/element'
import { isThere, makeElements } from '@/core/propose/elements/make'
import { counted } from '@/core/units/format'
import { type Effects, putting, type ToolContext } from '@/studio/kernel/tool'
import { lastOf } from '@/studio/tooling/kept-result'
import { proposalOptions } from './options'

/** Grid lines, columns and stairs that the sheet seems to show, beside its walls. */

export const ELEMENT_WORDS: Readonly<Record<ProposedKind, string>> = {
  'grid-line': 'grid line',
  column: 'column',
  stair: 'flight of stairs',
}

const last = lastOf<readonly ProposedElement[]>()

/** Those of which nothing has been made yet. */
export function openElements({ records, levelId, options }: ToolContext): readonly ProposedElement[] {
  const { elements, left } = options(proposalOptions)
  return last([elements, left, records, levelId], () => {
    const alike = [...records.values()].filter(({ kind }) => kind in ELEMENT_WORDS)
    return elements.filter((each) => !left.includes(each) && !isThere(each.element, alike, levelId))
  })
}

/** Those that are sure enough to be made with all. */
export function sureElements(context: ToolContext): readonly ProposedElement[] {
  const { certainty } = context.options(proposalOptions)
  return openElements(context).filter((each) => each.certainty >= certainty)
}

/** Makes some of them; what is new is picked. */
export function acceptElements(accepted: readonly ProposedElement[], context: ToolContext): Effects {
  const { read } = context.options(proposalOptions)
  const drafts = accepted.map(({ element }) => element)
  const made = makeElements(drafts, context.records, { levelId: context.levelId, tracedFrom: read?.id })
  const label =
    accepted.length === 1 ? `Accept ${ELEMENT_WORDS[accepted[0]!.element.kind]}` : 'Accept grid, columns, stairs'
  return { edit: putting(label, ...made), pick: made.map(({ id }) => id) }
}

/** How many there are of each kind: `6 grid lines, 12 columns`. */
export function elementsInWords(elements: readonly ProposedElement[]): string {
  const kinds = (Object.keys(ELEMENT_WORDS) as ProposedKind[]).flatMap((kind) => {
    const count = elements.filter(({ element }) => element.kind === kind).length
    if (count === 0) return []
    return kind === 'stair' ? [`${counted(count, 'flight')} of stairs`] : [counted(count, ELEMENT_WORDS[kind])]
  })
  return kinds.join(', ')
}

type GridLineDraft = Extract<ElementDraft, { kind: 'grid-line' }>

/** A grid line shows as a band so wide. */
const BAND_MM = 90

/** The outline by which one shows on the board. */
export function outlineOf(element: ElementDraft): readonly Point[] {
  if (element.kind === 'grid-line') return band(element.start, element.end, BAND_MM)
  if (element.kind === 'stair') return band(element.start, element.end, element.widthMm)
  const { at, widthMm, depthMm, turnRad, section } = element
  if (section === 'round')
    return Array.from({ length: 24 }, (_, i) => ({
      x: at.x + (widthMm / 2) * Math.cos((i * Math.PI) / 12),
      y: at.y + (widthMm / 2) * Math.sin((i * Math.PI) / 12),
    }))
  const along = { x: Math.cos(turnRad) * depthMm * -0.5, y: Math.sin(turnRad) * depthMm * -0.5 }
  const up = leftOf(along)
  return band(add(at, up), subtract(at, up), widthMm)
}

function band(start: Point, end: Point, widthMm: number): Point[] {
  const u = unit(subtract(end, start)) ?? { x: 1, y: 0 }
  const v = scale(leftOf(u), widthMm / 2)
  return [add(start, v), add(end, v), subtract(end, v), subtract(start, v)]
}

/** What shows of one: how it is painted, and what a place is looked up by. */
interface ElementFilm {
  readonly proposed: ProposedElement
  readonly outline: readonly Point[]
}

const lastFilms = lastOf<readonly ElementFilm[]>()

/** The outlines of those that are open, worked out once for all frames in which they stay. */
export function elementFilms(context: ToolContext): readonly ElementFilm[] {
  const open = openElements(context)
  return lastFilms([open], () => open.map((proposed) => ({ proposed, outline: outlineOf(proposed.element) })))
}

/** The one that lies at a place, the smallest first: a column stands on its grid lines. */
export function elementAt(p: Point, context: ToolContext): ProposedElement | null {
  const at = elementFilms(context).filter(({ proposed: { element }, outline }) =>
    element.kind === 'grid-line' ? isBeside(element, p, context.reachMm) : isInside(outline, p),
  )
  for (const kind of ['column', 'stair', 'grid-line'] as const) {
    const found = at.find(({ proposed }) => proposed.element.kind === kind)
    if (found) return found.proposed
  }
  return null
}

function isBeside(line: GridLineDraft, p: Point, reachMm: number): boolean {
  const along = alongOf(line, p)
  return along > 0 && along < distance(line.start, line.end) && Math.abs(asideOf(line, p)) < reachMm
}
