import type { PartStep } from '../../../model/part/steps'
import { edges } from './edges'
import { hole } from './hole'
import { raise } from './raise'
import { sink } from './sink'
import type { StepKind } from './step'

type Kinds = { readonly [K in PartStep['kind']]: StepKind<Extract<PartStep, { kind: K }>> }

const KINDS: Kinds = { raise, sink, hole, edges }

/** What a step does; a new kind is its schema, a file beside this, and a line in each list. */
export const stepKindOf = <S extends PartStep>(step: S): StepKind<S> => KINDS[step.kind] as unknown as StepKind<S>
