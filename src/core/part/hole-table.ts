import type { Point } from '../geometry/vector'
import { nameAfter } from '../model/grid-line/schema'
import type { Hole } from '../model/part/steps'
import { formatLength, type LengthDisplay } from '../units/format'
import type { DrilledHole } from './make/work'

/** A hole as it is called on a drawing. */
export interface TaggedHole {
  /** A letter for each kind, a number for each hole. */
  readonly tag: string
  readonly at: Point
  readonly step: Hole
  readonly deepMm: number
}

/** The holes of a part with their tags: those of one step share a letter, as grid lines are named. */
export function taggedHoles(holes: readonly DrilledHole[]): TaggedHole[] {
  const steps = [...new Set(holes.map(({ step }) => step))]
  let letter = ''
  return steps.flatMap((step) => {
    letter = letter === '' ? 'A' : nameAfter(letter)
    return holes
      .filter((hole) => hole.step === step)
      .map(({ at, deepMm }, i) => ({ tag: `${letter}${i + 1}`, at, step, deepMm }))
  })
}

/** What a hole is, in the abbreviations of drawings (ASME Y14.38): signs beyond Ø are in few fonts. */
export function sayHole({ diameterMm, depthMm, thread, threadDepthMm, head }: Hole, display: LengthDisplay): string {
  const length = (mm: number) => formatLength(mm, display, false)
  const deep = (mm: number | undefined) => (mm === undefined ? ' THRU' : ` × ${length(mm)} DEEP`)
  const bore = `Ø${length(diameterMm)}${deep(depthMm)}`
  const first = thread ? `${thread}${threadDepthMm === undefined ? '' : deep(threadDepthMm)}, ${bore}` : bore
  if (!head) return first
  const mouth = `Ø${length(head.diameterMm)}`
  return head.kind === 'counterbore'
    ? `${first}, CBORE ${mouth}${head.depthMm === undefined ? '' : deep(head.depthMm)}`
    : `${first}, CSK ${mouth} × ${head.angleDeg ?? 90}°`
}
