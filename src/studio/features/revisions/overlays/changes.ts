import { type Overlay, Z } from '@/studio/kernel/overlay'
import { useCompare } from '../store'

/** What changed between two issues, once two were compared. */
export const changesOverlay: Overlay = {
  name: 'changes',
  z: Z.marks + 30,
  of: 'marks',
  follows: [useCompare],
  paint: (canvas, view, scene) => useCompare.getState().painter?.(canvas, view, scene),
}
