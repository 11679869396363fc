'use client'

import CloseIcon from '@mui/icons-material/Close'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import IconButton from '@mui/material/IconButton'
import Stack from '@mui/material/Stack'
import Typography from '@mui/material/Typography'
import type { ComponentType } from 'react'
import { CheckCard } from '@/studio/features/check/CheckCard'
import { FitCard } from '@/studio/features/fit/FitCard'
import { HandOverCard } from '@/studio/features/hand-over/HandOverCard'
import { HistoryCard } from '@/studio/features/history/HistoryCard'
import { LiftCard } from '@/studio/features/lift/LiftCard'
import { SheetCard } from '@/studio/features/sheets/SheetCard'
import { ProposedWallsCard } from '@/studio/features/walls/ProposedWallsCard'
import { STEP_WORDS, type Step } from '@/studio/kernel/step'
import { type SideCard, useBench } from '@/studio/state/bench'
import { useProject } from '@/studio/state/store'
import { TraceCard } from './TraceCard'

/** What each step shows beside the board. Choosing pages needs the whole board instead. */
const CARDS: Partial<Record<Step, ComponentType>> = {
  fit: FitCard,
  trace: TraceCard,
  check: CheckCard,
  'hand-over': HandOverCard,
}

/** What is shown instead of the step's card, for as long as it is wanted. */
const SIDE_CARDS: Record<SideCard, { title: string; content: ComponentType }> = {
  sheets: { title: 'Adjust', content: SheetCard },
  history: { title: 'History', content: HistoryCard },
  lift: { title: 'Lift', content: LiftCard },
  walls: { title: 'Walls', content: ProposedWallsCard },
}

function closeCard(side: SideCard | null): void {
  useBench.setState(side ? { sideCard: null } : { cardOpen: false })
}

export function Card() {
  const step = useBench((bench) => bench.step)
  const open = useBench((bench) => bench.cardOpen)
  const side = useBench((bench) => bench.sideCard)
  const ready = useProject((project) => project.id !== '')
  const Content = side ? SIDE_CARDS[side].content : CARDS[step]
  const title = side ? SIDE_CARDS[side].title : STEP_WORDS[step]
  if (!Content || !ready) return null
  if (!open)
    return (
      <Box sx={{ gridArea: 'card', borderLeft: 1, borderColor: 'divider', bgcolor: 'background.paper', p: 0.5 }}>
        <Button
          onClick={() => useBench.setState({ cardOpen: true })}
          sx={{ writingMode: 'vertical-rl', minWidth: 0, py: 1.5, px: 0.5 }}
        >
          {title}
        </Button>
      </Box>
    )
  return (
    <Box
      component="aside"
      aria-label={`${title}: card`}
      sx={{
        gridArea: 'card',
        width: 296,
        overflow: 'auto',
        borderLeft: 1,
        borderColor: 'divider',
        bgcolor: 'background.paper',
        p: 2,
      }}
    >
      <Stack direction="row" sx={{ alignItems: 'center', mb: 1.5 }}>
        <Typography variant="h2" sx={{ flexGrow: 1 }}>
          {title}
        </Typography>
        <IconButton size="small" aria-label="Close the card" onClick={() => closeCard(side)}>
          <CloseIcon fontSize="small" />
        </IconButton>
      </Stack>
      <Content />
    </Box>
  )
}
