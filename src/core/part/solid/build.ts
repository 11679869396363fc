import type { Shape3D } from 'replicad'
import type { Part } from '../../model/part/schema'
import type { PartStep } from '../../model/part/steps'
import type { ProjectRecord } from '../../model/registry'
import { ProfileError } from '../profile'
import { cutAll } from './cut'
import { stepKindOf } from './steps/registry'
import { type Bodies, type Earlier, StepError } from './steps/step'

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
  slot: 'This slot can’t be cut here.',
  revolve: 'This can’t be turned: see that no line of it crosses the axis.',
  hole: 'This hole can’t be drilled here.',
  pattern: 'This can’t be done again there.',
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
    const all = { records, earlier: steps }
    batchesOf(steps).forEach((batch, i) => {
      const from = [
        last.from,
        ...batch.map((step) => madeFrom(step, { records, earlier: before(all.earlier, step) })),
      ].join('\n')
      const known = former[i]
      last = known?.from === from ? known : { from, ...doBatch(batch, last.solid, all) }
      stages.push(last)
    })
    this.stages = stages
    const problems = stages.flatMap((stage) => stage.problems)
    return { solid: last.solid, outcomes: steps.map(({ id }, i) => ({ id, problem: problems[i] ?? null })) }
  }
}

/** Whether a step only takes away. */
function onlyCuts(step: PartStep, earlier: Earlier): boolean {
  const kind = stepKindOf(step)
  return 'onlyCuts' in kind && kind.onlyCuts(step, earlier, (other) => onlyCuts(other, before(earlier, other)))
}

/**
 * Steps in order, those that cut and follow one another together: by powers of two, the most first. So a part is built by
 * few cuts, and a change of a late step, or one more of them, does only the last few anew.
 */
function batchesOf(steps: readonly PartStep[]): PartStep[][] {
  const batches: PartStep[][] = []
  for (let from = 0; from < steps.length; ) {
    let run = 0
    while (from + run < steps.length && onlyCuts(steps[from + run]!, steps)) run++
    const size = run === 0 ? 1 : 2 ** Math.floor(Math.log2(run))
    batches.push(steps.slice(from, from + size))
    from += size
  }
  return batches
}

/** What a step is made from, with what it does again. */
const madeFrom = (step: PartStep, { records, earlier }: Surrounds): string =>
  JSON.stringify([
    step,
    stepKindOf(step)
      .needs(step)
      .map((id) => records.get(id) ?? null),
    usesOf(step).map((id) => {
      const used = earlier.find((each) => each.id === id)
      return used ? madeFrom(used, { records, earlier: before(earlier, used) }) : null
    }),
  ])

const usesOf = (step: PartStep): readonly string[] => stepKindOf(step).uses?.(step) ?? []

/** The steps before one of some. */
const before = (steps: Earlier, step: PartStep): Earlier => steps.slice(0, steps.indexOf(step))

/** What steps are built with. */
interface Surrounds {
  readonly records: ReadonlyMap<string, ProjectRecord>
  readonly earlier: Earlier
}

type Done = Pick<Stage, 'solid' | 'problems'>

function doBatch(steps: readonly PartStep[], solid: Shape3D | null, { records, earlier }: Surrounds): Done {
  const from = (step: PartStep): Surrounds => ({ records, earlier: before(earlier, step) })
  if (solid && steps.length > 1) {
    const rest = cutTogether(steps, solid, from)
    if (rest) return { solid: rest, problems: steps.map(() => null) }
  }
  let now = solid
  const problems = steps.map((step) => {
    const done = doStep(step, now, from(step))
    now = done.solid
    return done.problem
  })
  return { solid: now, problems }
}

/** All that some steps cut away at once; null where one of them can't be done, or they depend on one another. */
function cutTogether(steps: readonly PartStep[], solid: Shape3D, from: (step: PartStep) => Surrounds): Shape3D | null {
  try {
    const rest = cutAll(
      solid,
      steps.filter(({ off }) => !off).flatMap((step) => bodiesOf(step, solid, from(step)).cut),
    )
    return isSameReach(rest, solid) ? rest : null
  } catch {
    return null
  }
}

/** @throws StepError, ProfileError or whatever the kernel throws */
function bodiesOf(step: PartStep, solid: Shape3D | null, { records, earlier }: Surrounds): Bodies {
  const kind = stepKindOf(step)
  if (!('bodies' in kind)) throw new StepError('Edges are not shaped again: select them where they are.')
  return kind.bodies(step, solid, {
    records,
    earlier,
    bodiesOf: (other) => bodiesOf(other, solid, { records, earlier: before(earlier, other) }),
  })
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
  from: Surrounds,
): { readonly solid: Shape3D | null; readonly problem: string | null } {
  if (step.off) return { solid, problem: null }
  const kind = stepKindOf(step)
  try {
    if ('reshape' in kind) {
      if (!solid) throw new StepError('There are no edges yet.')
      return { solid: kind.reshape(step, solid), problem: null }
    }
    return { solid: withBodies(solid, bodiesOf(step, solid, from)), problem: null }
  } catch (error) {
    const said = error instanceof StepError || error instanceof ProfileError
    return { solid, problem: said ? error.message : UNBUILT[step.kind] }
  }
}

/** A solid with bodies added and others taken away. */
function withBodies(solid: Shape3D | null, { added, cut }: Bodies): Shape3D {
  const [first, ...rest] = solid ? [solid, ...added] : added
  if (!first) throw new StepError('Its profile encloses nothing.')
  const sum = rest.reduce((all, each) => all.fuse(each), first)
  return cut.length > 0 ? cutAll(sum, cut) : sum
}
