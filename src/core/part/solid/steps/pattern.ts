import { Plane, type Shape3D } from 'replicad'
import { directionIn, type Frame, placeIn } from '../../../geometry/space'
import { leftOf, subtract } from '../../../geometry/vector'
import type { Pattern } from '../../../model/part/steps'
import { frameOf } from '../../../model/work-plane/frame'
import { type Repeat, repeatsOf } from '../../repeat'
import { triple } from '../edges'
import { StepError, type StepKind } from './step'

/** One more of a solid, elsewhere. */
type Again = (solid: Shape3D) => Shape3D

/** Does earlier steps again. */
export const pattern: StepKind<Pattern> = {
  needs: ({ viewId, line }) => [viewId, ...(line === undefined ? [] : [line])],
  uses: ({ of }) => of,
  onlyCuts: ({ of }, earlier, others) =>
    of.every((id) => {
      const step = earlier.find((each) => each.id === id)
      return !step || step.off === true || others(step)
    }),
  bodies: (step, _, { records, earlier, bodiesOf }) => {
    const frame = frameOf(step.viewId, records)
    const again = repeatsOf(step, records).map((repeat) => movedBy(repeat, frame))
    const all = step.of.flatMap((id) => {
      const done = earlier.find((each) => each.id === id)
      if (!done) throw new StepError('A step that it does again does not come before it, or is gone.')
      return done.off ? [] : [bodiesOf(done)]
    })
    const repeated = (bodies: readonly Shape3D[]) => bodies.flatMap((body) => again.map((each) => each(body.clone())))
    return {
      added: repeated(all.flatMap(({ added }) => added)),
      cut: repeated(all.flatMap(({ cut }) => cut)),
    }
  },
}

/** Moves a body as a repeat says; what it is given is used up. */
function movedBy(repeat: Repeat, frame: Frame): Again {
  switch (repeat.kind) {
    case 'shift': {
      const { x, y, z } = directionIn(frame, repeat.by)
      return (body) => body.translate(x, y, z)
    }
    case 'turn': {
      const at = triple(placeIn(frame, repeat.center, 0))
      return (body) => body.rotate((repeat.angleRad * 180) / Math.PI, at, triple(frame.out))
    }
    case 'mirror': {
      const { start, end } = repeat.line
      const across = triple(directionIn(frame, leftOf(subtract(end, start))))
      return (body) => body.mirror(new Plane(triple(placeIn(frame, start, 0)), null, across))
    }
  }
}
