'use client'

import { type ComponentType, createContext, memo, useContext } from 'react'
import type { Panel, Slot } from '@/studio/kernel/panel'
import { useNow } from '@/studio/state/now'
import { panelsOf } from './panels-of'

/** Everything that stands in the window. A slot may lie in a panel of another one, so they are handed down. */
export const PanelsContext = createContext<readonly Panel[]>([])

/** What changes where the person is changes which panels stand; one that goes on standing is not drawn anew for it. */
const Standing = memo(function Standing({ Content }: { readonly Content: ComponentType }) {
  return <Content />
})

/** Shows a slot of the window. */
export function PanelsOf({ slot }: { readonly slot: Slot }) {
  const now = useNow()
  return panelsOf(useContext(PanelsContext), slot, now).map(({ order, Content }) => (
    <Standing key={order} Content={Content} />
  ))
}
