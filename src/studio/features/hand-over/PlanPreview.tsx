'use client'

import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import Dialog from '@mui/material/Dialog'
import Typography from '@mui/material/Typography'
import { useDeferredValue, useEffect, useMemo, useState } from 'react'
import type { PaperName } from '@/core/formats/paper/papers'
import { writePlanSvg } from '@/core/formats/svg/write-plan'
import { displayOf } from '@/core/model/settings/schema'
import { useProject } from '@/studio/state/project'

interface Sheet {
  readonly levelId: string
  readonly paper: PaperName
  readonly ratio: number | null
}

/** Projects of more records are drawn when somebody asks for it: that takes a while. */
const SMALL = 4000

/** The sheet as it would be written, before it is; a click makes it large. */
export function PlanPreview(sheet: Sheet) {
  const isSmall = useProject((project) => project.records.size <= SMALL)
  const [asked, ask] = useState(false)
  return isSmall || asked ? <DrawnPreview {...sheet} /> : <Button onClick={() => ask(true)}>Show the sheet</Button>
}

function DrawnPreview({ levelId, paper, ratio }: Sheet) {
  const title = useProject((project) => project.name)
  const records = useDeferredValue(useProject((project) => project.records))
  const [large, setLarge] = useState(false)
  const drawn = useMemo(() => {
    try {
      return { svg: writePlanSvg(records, displayOf(records), { title, levelId, paper, ratio }), problem: null }
    } catch (error) {
      return { svg: null, problem: (error as Error).message }
    }
  }, [records, title, levelId, paper, ratio])
  const url = useObjectUrl(drawn.svg)
  if (drawn.problem) return <Typography color="error">{drawn.problem}</Typography>
  if (!url) return null
  const picture = (height: number | string) => (
    <Box
      component="img"
      src={url}
      alt={`${title} on ${paper}`}
      sx={{ maxWidth: '100%', maxHeight: height, display: 'block' }}
    />
  )
  return (
    <>
      <Box
        component="button"
        aria-label="Show the sheet large"
        onClick={() => setLarge(true)}
        sx={{ p: 0, border: 1, borderColor: 'divider', background: '#fff', cursor: 'zoom-in', width: '100%', mt: 1 }}
      >
        {picture(180)}
      </Box>
      <Dialog open={large} onClose={() => setLarge(false)} maxWidth={false} aria-label="The sheet">
        <Box sx={{ background: '#fff', p: 1 }}>{picture('85vh')}</Box>
      </Dialog>
    </>
  )
}

/** An address for a drawing, for as long as it is shown. */
function useObjectUrl(svg: string | null): string | null {
  const [url, setUrl] = useState<string | null>(null)
  useEffect(() => {
    if (svg === null) return setUrl(null)
    const made = URL.createObjectURL(new Blob([svg], { type: 'image/svg+xml' }))
    setUrl(made)
    return () => URL.revokeObjectURL(made)
  }, [svg])
  return url
}
