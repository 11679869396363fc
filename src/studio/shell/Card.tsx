'use client'

import CloseIcon from '@mui/icons-material/Close'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import IconButton from '@mui/material/IconButton'
import Stack from '@mui/material/Stack'
import Typography from '@mui/material/Typography'
import { CARDS } from '@/studio/features/registry'
import { STEP_WORDS } from '@/studio/kernel/step'
import { closeCard, openCard, useBench } from '@/studio/state/bench'
import { useNow } from '@/studio/state/now'
import { useProject } from '@/studio/state/project'
import { ALL_PANELS } from './panels'
import { panelsOf } from './panels-of'

export function Card() {
  const step = useBench((bench) => bench.step)
  const open = useBench((bench) => bench.cardOpen)
  const side = useBench((bench) => bench.sideCard)
  const ready = useProject((project) => project.id !== '')
  const now = useNow()
  const [own] = panelsOf(ALL_PANELS, 'card', now)
  const card = side && CARDS.find(({ token }) => token === side)
  const title = card ? card.token.title : STEP_WORDS[step]
  if ((!card && !own) || !ready) return null
  if (!open)
    return (
      <Box sx={{ gridArea: 'card', borderLeft: 1, borderColor: 'divider', bgcolor: 'background.paper', p: 0.5 }}>
        <Button onClick={openCard} sx={{ writingMode: 'vertical-rl', minWidth: 0, py: 1.5, px: 0.5 }}>
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
        <IconButton size="small" aria-label="Close the card" onClick={closeCard}>
          <CloseIcon fontSize="small" />
        </IconButton>
      </Stack>
      {card ? <card.Content /> : own && <own.Content />}
    </Box>
  )
}
