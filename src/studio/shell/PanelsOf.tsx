'use client'

import { createContext, useContext } from 'react'
import type { Panel, Slot } from '@/studio/kernel/panel'
import { useNow } from './now'
import { panelsOf } from './panels-of'

/** Everything that stands in the window. A slot may lie in a panel of another one, so they are handed down. */
export const PanelsContext = createContext<readonly Panel[]>([])

/** Shows a slot of the window. */
export function PanelsOf({ slot }: { readonly slot: Slot }) {
  const now = useNow()
  return panelsOf(useContext(PanelsContext), slot, now).map(({ order, Content }) => <Content key={order} now={now} />)
}
