import type { Part } from '../../model/part/schema'
import type { ProjectRecord } from '../../model/registry'
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
