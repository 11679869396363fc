import type { Shape3D } from 'replicad'
import type { Part } from '../../model/part/schema'
import type { PartStep } from '../../model/part/steps'
import type { ProjectRecord } from '../../model/registry'
import { ProfileError } from '../profile'
import { cutAll } from './cut'
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

/** Steps that are built in one go. */
interface Stage {
  /** What they and all before them were made from. */
  readonly from: string
  readonly solid: Shape3D | null
  readonly problems: readonly (string | null)[]
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
    let last: Stage = { from: '', solid: null, problems: [] }
    batchesOf(steps).forEach((batch, i) => {
      const from = [last.from, ...batch.map((step) => madeFrom(step, records))].join('\n')
      const known = former[i]
      last = known?.from === from ? known : { from, ...doBatch(batch, last.solid, records) }
      stages.push(last)
    })
    this.stages = stages
    const problems = stages.flatMap((stage) => stage.problems)
    return { solid: last.solid, outcomes: steps.map(({ id }, i) => ({ id, problem: problems[i] ?? null })) }
  }
}

const cuts = (step: PartStep): boolean => 'tools' in stepKindOf(step)

/**
 * Steps in order, those that cut and follow one another together: by powers of two, the most first. So a part is built by
 * few cuts, and a change of a late step, or one more of them, does only the last few anew.
 */
function batchesOf(steps: readonly PartStep[]): PartStep[][] {
  const batches: PartStep[][] = []
  for (let from = 0; from < steps.length; ) {
    let run = 0
    while (from + run < steps.length && cuts(steps[from + run]!)) run++
    const size = run === 0 ? 1 : 2 ** Math.floor(Math.log2(run))
    batches.push(steps.slice(from, from + size))
    from += size
  }
  return batches
}

const madeFrom = (step: PartStep, records: ReadonlyMap<string, ProjectRecord>): string =>
  JSON.stringify([
    step,
    stepKindOf(step)
      .needs(step)
      .map((id) => records.get(id) ?? null),
  ])

type Records = ReadonlyMap<string, ProjectRecord>
type Done = Pick<Stage, 'solid' | 'problems'>

function doBatch(steps: readonly PartStep[], solid: Shape3D | null, records: Records): Done {
  if (solid && steps.length > 1) {
    const rest = cutTogether(steps, solid, records)
    if (rest) return { solid: rest, problems: steps.map(() => null) }
  }
  let now = solid
  const problems = steps.map((step) => {
    const done = doStep(step, now, records)
    now = done.solid
    return done.problem
  })
  return { solid: now, problems }
}

/** All that some steps cut away at once; null where one of them can't be done, or they depend on one another. */
function cutTogether(steps: readonly PartStep[], solid: Shape3D, records: Records): Shape3D | null {
  try {
    const rest = cutAll(
      solid,
      steps.filter(({ off }) => !off).flatMap((step) => toolsOf(step, solid, records)),
    )
    return isSameReach(rest, solid) ? rest : null
  } catch {
    return null
  }
}

function toolsOf(step: PartStep, solid: Shape3D, records: Records): readonly Shape3D[] {
  const kind = stepKindOf(step)
  return 'tools' in kind ? kind.tools(step, solid, records) : []
}

/** The extents of what is left are known to no better than this. */
const SAME_REACH_MM = 1e-5

/** Whether nothing was cut off all along a side: depths are counted from there. */
function isSameReach(a: Shape3D, b: Shape3D): boolean {
  const [one, other] = [a, b].map(({ boundingBox }) => boundingBox.bounds.flat()) as [number[], number[]]
  return one.every((each, i) => Math.abs(each - other[i]!) < SAME_REACH_MM)
}

function doStep(
  step: PartStep,
  solid: Shape3D | null,
  records: Records,
): { readonly solid: Shape3D | null; readonly problem: string | null } {
  if (step.off) return { solid, problem: null }
  const kind = stepKindOf(step)
  try {
    if ('build' in kind) return { solid: kind.build(step, solid, records), problem: null }
    if (!solid) throw new StepError('There is nothing yet that it could be cut from.')
    return { solid: cutAll(solid, kind.tools(step, solid, records)), problem: null }
  } catch (error) {
    const said = error instanceof StepError || error instanceof ProfileError
    return { solid, problem: said ? error.message : UNBUILT[step.kind] }
  }
}
