import type { LiftPreview } from '@/core/lift/options'
import { type Overlay, Z } from '@/studio/kernel/overlay'
import { paintChords } from '@/studio/painters/chords'
import { numbering } from '@/studio/tooling/numbering'
import { useLift } from '../lift-store'

const numberOf = numbering()

/** What the lift that is prepared would make. */
export const liftPreview: Overlay = {
  name: 'lift-preview',
  z: Z.marks + 30,
  of: 'marks',
  follows: [useLift],
  paint: (_, __, { picture }) => {
    const { preview } = useLift.getState()
    if (preview) picture((canvas, view) => paintPreview(canvas, view, preview), `preview ${numberOf(preview)}`)
  },
}

function* paintPreview(
  canvas: OffscreenCanvasRenderingContext2D,
  view: Parameters<typeof paintChords>[1],
  { chords, unsureChords }: LiftPreview,
): Generator<void> {
  yield* paintChords(canvas, view, chords)
  yield* paintChords(canvas, view, unsureChords, true)
}
