import { type Overlay, Z } from '@/studio/kernel/overlay'
import { useBench } from '@/studio/state/bench'
import { useStates } from '../store'

/** What differs between two states, once two were compared. */
export const statesOverlay: Overlay = {
  name: 'states',
  z: Z.marks + 31,
  of: 'marks',
  follows: [useStates, useBench],
  paint: (canvas, view, scene) => useStates.getState().painter?.(canvas, view, scene),
}
