'use client'

import Button from '@mui/material/Button'
import LinearProgress from '@mui/material/LinearProgress'
import Stack from '@mui/material/Stack'
import Typography from '@mui/material/Typography'
import { useState } from 'react'
import { api, type SheetView } from '@/studio/state/api'

interface Props {
  readonly sheet: SheetView
  readonly name: string
  /** What is wanted of them, after “before”. */
  readonly before: string
}

/** Offers to trace the strokes of a page that is a picture, and says how far that is. Nothing once they are there. */
export function StrokesOffer({ sheet: { id, strokes }, name, before }: Props) {
  const [problem, setProblem] = useState<string | null>(null)
  if (strokes === 'traced') return null
  if (strokes === 'tracing')
    return (
      <Stack role="status" sx={{ gap: 1 }}>
        <Typography>The strokes of {name} are being traced. That takes a few seconds.</Typography>
        <LinearProgress aria-label="Strokes are being traced" />
      </Stack>
    )
  const ask = () => {
    setProblem(null)
    api.askForStrokes(id).catch((error: Error) => setProblem(error.message))
  }
  return (
    <Stack sx={{ gap: 1, alignItems: 'start' }}>
      <Typography>
        <strong>{name}</strong> is an image: it has no lines of its own {before}. Its strokes can be traced: as lines
        and arcs, each with how sure it is.
      </Typography>
      {(problem !== null || strokes === 'failed') && (
        <Typography color="error" role="alert">
          {problem ?? 'Its strokes could not be traced.'}
        </Typography>
      )}
      <Button size="small" variant="contained" onClick={ask}>
        {strokes === 'failed' ? 'Try again' : 'Trace its strokes'}
      </Button>
    </Stack>
  )
}
