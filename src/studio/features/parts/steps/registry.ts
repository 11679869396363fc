import type { PartStep } from '@/core/model/part/steps'
import { edges } from './edges'
import { hole } from './hole'
import { pattern } from './pattern'
import { raise } from './raise'
import { revolve } from './revolve'
import { sink } from './sink'
import { slot } from './slot'
import type { StepView } from './step-view'

type Views = { readonly [K in PartStep['kind']]: StepView<Extract<PartStep, { kind: K }>> }

const VIEWS: Views = { raise, sink, slot, revolve, hole, pattern, edges }

/** How a step is shown in the list; a new kind is a file beside this and a line here. */
export const stepViewOf = <S extends PartStep>(step: S): StepView<S> => VIEWS[step.kind] as unknown as StepView<S>
