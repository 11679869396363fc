'use client'

import CheckIcon from '@mui/icons-material/CheckCircle'
import CloseIcon from '@mui/icons-material/Close'
import OpenIcon from '@mui/icons-material/RadioButtonUnchecked'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import IconButton from '@mui/material/IconButton'
import Paper from '@mui/material/Paper'
import Stack from '@mui/material/Stack'
import Typography from '@mui/material/Typography'
import { useEffect } from 'react'
import { isShape } from '@/core/model/shapes'
import { bringInFiles } from '@/studio/features/bring-in/feature'
import { tell } from '@/studio/state/notices'
import { useNow } from '@/studio/state/now'
import { useProject } from '@/studio/state/project'
import { beginGuide, closeGuide, markDone, useGuide } from './guide-state'
import { GUIDE_STEPS } from './steps'

const PRACTICE_SHEET = '/practice-plan.pdf'

async function takePracticeSheet(projectId: string): Promise<void> {
  const response = await fetch(PRACTICE_SHEET)
  if (!response.ok) return tell('The practice sheet could not be fetched. Drop a plan of your own instead.')
  await bringInFiles(projectId, [new File([await response.blob()], 'ferry kiosk.pdf', { type: 'application/pdf' })])
}

/** A short job that watches what somebody does, and never stands in the way. */
export function Guide() {
  const open = useGuide((guide) => guide.open)
  const isNew = useProject(({ records, sources }) => sources.length === 0 && ![...records.values()].some(isShape))
  if (open) return <OpenGuide />
  return isNew ? (
    <Button
      size="small"
      variant="outlined"
      onClick={beginGuide}
      sx={{ position: 'absolute', zIndex: 4, left: 12, bottom: 12, bgcolor: 'background.paper' }}
    >
      New here? Try it on a practice sheet
    </Button>
  ) : null
}

function OpenGuide() {
  const done = useGuide((guide) => guide.done)
  const projectId = useProject((project) => project.id)
  const sources = useProject((project) => project.sources)
  const now = useNow()
  useEffect(() => {
    markDone(GUIDE_STEPS.flatMap((step, i) => (step.isDone(now, sources) ? [i] : [])))
  }, [now, sources])
  const next = GUIDE_STEPS.findIndex((_, i) => !done.has(i))
  return (
    <Paper
      component="section"
      aria-label="Guided job"
      sx={{
        position: 'absolute',
        zIndex: 4,
        left: 12,
        bottom: 12,
        width: 290,
        p: 1.5,
        border: 1,
        borderColor: 'divider',
        borderRadius: 2,
        boxShadow: 3,
      }}
    >
      <Stack direction="row" sx={{ alignItems: 'center', mb: 0.5 }}>
        <Typography variant="h3" sx={{ flex: 1 }}>
          From a sheet to a model
        </Typography>
        <IconButton size="small" aria-label="Close the guided job" onClick={closeGuide}>
          <CloseIcon sx={{ fontSize: 16 }} />
        </IconButton>
      </Stack>
      <Stack component="ol" sx={{ listStyle: 'none', m: 0, p: 0, gap: 0.25 }}>
        {GUIDE_STEPS.map(({ does, how }, i) => (
          <Box component="li" key={does} aria-current={i === next ? 'step' : undefined}>
            <Stack direction="row" sx={{ alignItems: 'center', gap: 0.75 }}>
              {done.has(i) ? (
                <CheckIcon titleAccess="done" sx={{ fontSize: 16 }} color="secondary" />
              ) : (
                <OpenIcon aria-hidden sx={{ fontSize: 16, color: 'text.secondary' }} />
              )}
              <Typography sx={{ fontSize: 13.5, fontWeight: i === next ? 650 : 400 }}>{does}</Typography>
            </Stack>
            {i === next && (
              <Typography color="text.secondary" sx={{ fontSize: 13, pl: 2.75, pb: 0.5 }}>
                {how}
              </Typography>
            )}
          </Box>
        ))}
      </Stack>
      {next === 0 && sources.length === 0 && (
        <Button size="small" variant="contained" sx={{ mt: 1 }} onClick={() => void takePracticeSheet(projectId)}>
          Take the practice sheet
        </Button>
      )}
      {next < 0 && (
        <Typography role="status" sx={{ mt: 1, fontSize: 13.5 }}>
          That is the whole way. Everything you did can be undone, or thrown away with the project.
        </Typography>
      )}
    </Paper>
  )
}
