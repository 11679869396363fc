'use client'

import Box from '@mui/material/Box'
import type { PointerEvent } from 'react'
import { useLayout, widenIndex } from '@/studio/state/layout'
import { toned } from '@/studio/ui/palette'
import { PanelsOf } from './PanelsOf'

/** The list of the project at the left; it folds, and its width can be changed. */
export function Index() {
  const open = useLayout((layout) => layout.indexOpen)
  const widthPx = useLayout((layout) => layout.indexWidthPx)
  if (!open) return null
  return (
    <Box
      component="aside"
      aria-label="Index"
      sx={{
        gridArea: 'index',
        position: 'relative',
        width: widthPx,
        maxWidth: '60vw',
        display: 'flex',
        borderRight: 1,
        borderColor: 'divider',
        bgcolor: toned('vellumDeep'),
      }}
    >
      <Box sx={{ flex: 1, minWidth: 0, overflow: 'auto', py: 0.5, bgcolor: 'inherit' }}>
        <PanelsOf slot="index" />
      </Box>
      <Edge widthPx={widthPx} />
    </Box>
  )
}

const STEP_PX = 16

/** The right edge, by which the index is made wider. */
function Edge({ widthPx }: { readonly widthPx: number }) {
  return (
    <Box
      role="separator"
      aria-label="Size of the index"
      aria-orientation="vertical"
      aria-valuenow={widthPx}
      tabIndex={0}
      onPointerDown={(event: PointerEvent<HTMLElement>) => event.currentTarget.setPointerCapture(event.pointerId)}
      onPointerMove={(event: PointerEvent<HTMLElement>) => {
        if (event.currentTarget.hasPointerCapture(event.pointerId)) widenIndex(event.clientX)
      }}
      onKeyDown={(event: React.KeyboardEvent) => {
        const by = { ArrowLeft: -STEP_PX, ArrowRight: STEP_PX }[event.key]
        if (by === undefined) return
        event.stopPropagation()
        widenIndex(widthPx + by)
      }}
      sx={{
        position: 'absolute',
        zIndex: 3,
        right: -4,
        top: 0,
        bottom: 0,
        width: 8,
        cursor: 'ew-resize',
        touchAction: 'none',
      }}
    />
  )
}
