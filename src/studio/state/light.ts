import { create } from 'zustand'
import { type Light, lightBoard } from '@/studio/ui/palette'

/** The light that is on, in this window. */
export const useLight = create<{ readonly light: Light }>(() => ({ light: 'day' }))

/** Turns the window to a light: what is painted from now on has its colours. */
export function turnTo(light: Light): void {
  lightBoard(light)
  useLight.setState({ light })
}
