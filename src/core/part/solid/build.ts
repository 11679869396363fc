import type { Shape3D } from 'replicad'
import type { Part } from '../../model/part/schema'
import type { PartStep } from '../../model/part/steps'
import type { ProjectRecord } from '../../model/registry'
import { ProfileError } from '../profile'
import { stepKindOf } from './steps/registry'
import { StepError } from './steps/step'

/** How a step went: null where it did what it says. */
export interface StepOutcome {
  readonly id: string
  readonly problem: string | null
}

export interface BuiltSolid {
  /** Null where no step made anything. */
  readonly solid: Shape3D | null
  readonly outcomes: readonly StepOutcome[]
}

interface Stage {
  /** What the step and all before it were made from. */
  readonly from: string
  readonly solid: Shape3D | null
  readonly problem: string | null
}

/** What the kernel says is for programmers; where it can't do a step, people want to know what to try. */
const UNBUILT: Readonly<Record<PartStep['kind'], string>> = {
  raise: 'This profile makes no solid: see that its lines do not cross themselves.',
  sink: 'This can’t be cut away: see that its lines do not cross themselves.',
  hole: 'This hole can’t be drilled here.',
  edges: 'These edges can’t be shaped so: the size may be too large for what lies beside them.',
}

/** Builds parts step by step, and keeps what it built: after a change only what follows it is built anew. */
export class PartBuilder {
  private stages: readonly Stage[] = []

  /** A step that can't be done is passed over: what was there before it stays. */
  build({ steps }: Part, records: ReadonlyMap<string, ProjectRecord>): BuiltSolid {
    const former = this.stages
    const stages: Stage[] = []
    let last: Stage = { from: '', solid: null, problem: null }
    steps.forEach((step, i) => {
      const from = `${last.from}\n${madeFrom(step, records)}`
      const known = former[i]
      last = known?.from === from ? known : { from, ...doStep(step, last.solid, records) }
      stages.push(last)
    })
    this.stages = stages
    return { solid: last.solid, outcomes: steps.map(({ id }, i) => ({ id, problem: stages[i]!.problem })) }
  }
}

const madeFrom = (step: PartStep, records: ReadonlyMap<string, ProjectRecord>): string =>
  JSON.stringify([
    step,
    stepKindOf(step)
      .needs(step)
      .map((id) => records.get(id) ?? null),
  ])

function doStep(
  step: PartStep,
  solid: Shape3D | null,
  records: ReadonlyMap<string, ProjectRecord>,
): Pick<Stage, 'solid' | 'problem'> {
  if (step.off) return { solid, problem: null }
  try {
    return { solid: stepKindOf(step).build(step, solid, records), problem: null }
  } catch (error) {
    const said = error instanceof StepError || error instanceof ProfileError
    return { solid, problem: said ? error.message : UNBUILT[step.kind] }
  }
}
