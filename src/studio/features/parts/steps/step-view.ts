import type { ComponentType } from 'react'
import type { Part } from '@/core/model/part/schema'
import type { PartStep } from '@/core/model/part/steps'

/** What the fields of a step are given. */
export interface StepFieldsProps<S extends PartStep> {
  readonly step: S
  readonly part: Part
  readonly onTake: (step: S) => void
}

/** How a kind of step is shown and changed in the list. */
export interface StepView<S extends PartStep> {
  /** What a person calls it. */
  word(step: S): string
  readonly Fields: ComponentType<StepFieldsProps<S>>
}
