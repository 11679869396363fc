import type { PartStep } from '../../../model/part/steps'
import { edges } from './edges'
import { hole } from './hole'
import { pattern } from './pattern'
import { raise } from './raise'
import { revolve } from './revolve'
import { sink } from './sink'
import { slot } from './slot'
import type { StepKind } from './step'

type Kinds = { readonly [K in PartStep['kind']]: StepKind<Extract<PartStep, { kind: K }>> }

const KINDS: Kinds = { raise, sink, slot, revolve, hole, pattern, edges }

/** What a step does; a new kind is its schema, a file beside this, and a line in each list. */
export const stepKindOf = <S extends PartStep>(step: S): StepKind<S> => KINDS[step.kind] as unknown as StepKind<S>
