import { placeAt } from '../../geometry/piece/piece'
import type { Point } from '../../geometry/vector'
import type { Part } from '../../model/part/schema'
import type { ProjectRecord } from '../../model/registry'
import { ProfileError } from '../profile'
import { tracesOf } from '../traces'
import { MAKE_RULES, type MakeFinding, type MakeRule } from './rules'
import { workOf } from './work'

/** A rule with the figure that holds for a part, and what breaks it. */
export interface Judged {
  readonly rule: MakeRule
  readonly figure: number
  readonly findings: readonly MakeFinding[]
}

/** Every rule of making, applied to a part. */
export function judgePart(part: Part, records: ReadonlyMap<string, ProjectRecord>): Judged[] {
  const work = workOf(part, records)
  return MAKE_RULES.map((rule) => {
    const figure = part.limits?.find((limit) => limit.rule === rule.name)?.figure ?? rule.figure
    return { rule, figure, findings: rule.find(work, figure) }
  })
}

/** A part with another figure for a rule; the usual one again where none is given. */
export function withLimit(part: Part, rule: string, figure: number | undefined): Part {
  const others = (part.limits ?? []).filter((limit) => limit.rule !== rule)
  const limits = figure === undefined ? others : [...others, { rule, figure }]
  const { limits: _, ...bare } = part
  return limits.length > 0 ? { ...bare, limits } : bare
}

/** A place of a finding on the view where it shows. */
export interface FindingPlace {
  readonly viewId: string
  readonly at: Point
}

/** Where a finding shows: its own place, else one of its step; null where that leaves nothing flat. */
export function placeOfFinding(
  { stepId, at }: MakeFinding,
  part: Part,
  records: ReadonlyMap<string, ProjectRecord>,
): FindingPlace | null {
  const step = part.steps.find(({ id }) => id === stepId)
  if (!step) return null
  try {
    const [trace] = tracesOf(step, part, records)
    if (!trace) return null
    const own = trace.kind === 'hole' ? trace.at : placeAt(trace.area.outline.pieces[0]!, 0.5)
    return { viewId: trace.viewId, at: at ?? own }
  } catch (error) {
    if (error instanceof ProfileError) return null
    throw error
  }
}
