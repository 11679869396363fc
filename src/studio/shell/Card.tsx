'use client'

import CloseIcon from '@mui/icons-material/Close'
import FloatIcon from '@mui/icons-material/PictureInPictureAltOutlined'
import DockIcon from '@mui/icons-material/VerticalSplitOutlined'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import IconButton from '@mui/material/IconButton'
import Stack from '@mui/material/Stack'
import Tooltip from '@mui/material/Tooltip'
import Typography from '@mui/material/Typography'
import { type PointerEvent, useLayoutEffect, useRef } from 'react'
import { closeCard, openCard, useBench } from '@/studio/state/bench'
import { dockCard, moveCard, useLayout } from '@/studio/state/layout'
import { useNow } from '@/studio/state/now'
import { useProject } from '@/studio/state/project'
import { useCovered } from '@/studio/state/view'
import { cardNow } from './card-now'

const WIDTH_PX = 280
/** Between the card and the edges of the board. */
const GAP_PX = 10

/**
 * What is told of the step or of what is picked. It floats over the board where it can be moved, or is docked beside it;
 * folded, only its title shows.
 */
export function Card() {
  const wanted = useBench((bench) => bench.cardOpen)
  const side = useBench((bench) => bench.sideCard)
  const docked = useLayout((layout) => layout.cardDocked)
  const movedPx = useLayout((layout) => layout.cardMovedPx)
  const ready = useProject((project) => project.id !== '')
  const card = cardNow(useNow(), { sideCard: side, cardOpen: wanted })
  const views = useBench((bench) => bench.views)
  const covers = ready && card?.open === true && !docked
  // What is shown whole on the board keeps clear of the card.
  useLayoutEffect(() => {
    useCovered.setState({ px: covers ? WIDTH_PX + 2 * GAP_PX : 0, overBoard: views !== 'both' })
    return () => useCovered.setState({ px: 0, overBoard: true })
  }, [covers, views])
  if (!ready || !card) return null
  const { title, open, Content } = card
  if (!open)
    return (
      <Button
        variant="outlined"
        size="small"
        onClick={openCard}
        aria-expanded={false}
        sx={{
          gridArea: 'board',
          alignSelf: 'start',
          justifySelf: 'end',
          zIndex: 2,
          mt: `${GAP_PX}px`,
          mr: `${GAP_PX}px`,
          bgcolor: 'background.paper',
        }}
      >
        {title} …
      </Button>
    )
  return (
    <Box
      component="aside"
      aria-label={`${title}: card`}
      style={docked ? undefined : { transform: `translate(${movedPx.x}px, ${movedPx.y}px)` }}
      sx={{
        width: WIDTH_PX,
        overflow: 'auto',
        bgcolor: 'background.paper',
        px: 1.75,
        pb: 1.75,
        borderColor: 'divider',
        ...(docked
          ? { gridArea: 'card', borderLeft: 1 }
          : {
              gridArea: 'board',
              alignSelf: 'start',
              justifySelf: 'end',
              zIndex: 2,
              m: `${GAP_PX}px`,
              maxHeight: `calc(100% - ${2 * GAP_PX}px)`,
              maxWidth: `calc(100vw - ${2 * GAP_PX}px)`,
              border: 1,
              borderRadius: 2,
              boxShadow: 3,
            }),
      }}
    >
      <Title title={title} docked={docked} />
      <Content />
    </Box>
  )
}

/** The head of the card: a floating one is moved by it, and goes back to its corner by a double click. */
function Title({ title, docked }: { readonly title: string; readonly docked: boolean }) {
  const from = useRef<{ x: number; y: number } | null>(null)
  const onMove = (event: PointerEvent) => {
    if (from.current) moveCard({ x: event.clientX - from.current.x, y: event.clientY - from.current.y })
  }
  const drag = docked
    ? {}
    : {
        onPointerDown: (event: PointerEvent<HTMLElement>) => {
          const { x, y } = useLayout.getState().cardMovedPx
          from.current = { x: event.clientX - x, y: event.clientY - y }
          event.currentTarget.setPointerCapture(event.pointerId)
        },
        onPointerMove: onMove,
        onPointerUp: () => {
          from.current = null
        },
        onDoubleClick: () => moveCard({ x: 0, y: 0 }),
      }
  return (
    <Stack
      direction="row"
      sx={{ position: 'sticky', top: 0, zIndex: 1, pt: 1.25, pb: 0.75, alignItems: 'center', bgcolor: 'inherit' }}
    >
      <Typography variant="h2" {...drag} sx={{ flexGrow: 1, cursor: docked ? 'default' : 'move', touchAction: 'none' }}>
        {title}
      </Typography>
      <Tooltip title={docked ? 'Let the card float over the board' : 'Dock the card beside the board'}>
        <IconButton
          size="small"
          aria-label={docked ? 'Float the card' : 'Dock the card'}
          onClick={() => dockCard(!docked)}
        >
          {docked ? <FloatIcon sx={{ fontSize: 17 }} /> : <DockIcon sx={{ fontSize: 17 }} />}
        </IconButton>
      </Tooltip>
      <IconButton size="small" aria-label="Close the card" onClick={closeCard}>
        <CloseIcon fontSize="small" />
      </IconButton>
    </Stack>
  )
}
