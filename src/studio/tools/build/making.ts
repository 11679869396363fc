import type { Making } from '@/core/propose/make-walls'
import type { ToolContext } from '../tool'

/** What is made of what is read, by the choices of the bench. */
export const makingOf = ({ choices, levelId }: ToolContext, tracedFrom?: string): Making => ({
  levelId,
  tracedFrom,
  headMm: choices.openingHeightMm,
  sillMm: choices.openingSillMm,
})
