import CloseIcon from '@mui/icons-material/Close'
import PreviousIcon from '@mui/icons-material/NavigateBefore'
import NextIcon from '@mui/icons-material/NavigateNext'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import Dialog from '@mui/material/Dialog'
import IconButton from '@mui/material/IconButton'
import Stack from '@mui/material/Stack'
import ToggleButton from '@mui/material/ToggleButton'
import ToggleButtonGroup from '@mui/material/ToggleButtonGroup'
import Typography from '@mui/material/Typography'
import { useEffect, useState } from 'react'
import { shownDisplayOf } from '@/core/model/settings/schema'
import { formatRatio } from '@/core/units/format'
import { useProject } from '@/studio/state/project'
import { sheetOf } from '@/studio/tooling/sheet-of'
import { cropPage, togglePick, useChoice, viewPage } from './choice'
import { PageCanvas } from './PageCanvas'
import { pageTitle } from './PageCard'
import { CONTENT_WORDS, paperOf } from './paper'
import { bringInPicked } from './place-sheets'
import { ResolutionField } from './ResolutionField'
import type { ViewerMode } from './viewer-mode'

/** One page looked at closely: zoomed into, cropped, and brought in. @param order of all pages, to leaf through */
export function PageViewer({ order }: { order: readonly string[] }) {
  const viewing = useChoice((choice) => choice.viewing)
  const picked = useChoice((choice) => choice.picked)
  const crop = useChoice((choice) => (viewing ? (choice.crops.get(viewing) ?? null) : null))
  const sources = useProject((project) => project.sources)
  const [mode, setMode] = useState<ViewerMode>('look')
  const found = viewing ? sheetOf(sources, viewing) : null
  const at = viewing ? order.indexOf(viewing) : -1
  const leaf = (by: number) => {
    const next = order[at + by]
    if (next) viewPage(next)
  }

  useEffect(() => {
    if (!viewing) setMode('look')
  }, [viewing])

  if (!found) return null
  const { source, sheet } = found
  const close = () => viewPage(null)
  const others = picked.filter((id) => id !== sheet.id).length
  const bringIn = () => {
    if (!picked.includes(sheet.id)) togglePick(sheet.id)
    bringInPicked()
  }
  return (
    <Dialog
      open
      onClose={close}
      fullWidth
      maxWidth="xl"
      aria-labelledby="viewer-title"
      slotProps={{ paper: { sx: { height: 'calc(100dvh - 48px)' } } }}
    >
      <Stack
        direction="row"
        sx={{ alignItems: 'center', gap: 1.5, px: 2, py: 1, borderBottom: 1, borderColor: 'divider' }}
      >
        <IconButton aria-label="Previous page" disabled={at <= 0} onClick={() => leaf(-1)}>
          <PreviousIcon />
        </IconButton>
        <IconButton aria-label="Next page" disabled={at >= order.length - 1} onClick={() => leaf(1)}>
          <NextIcon />
        </IconButton>
        <Box sx={{ flexGrow: 1, minWidth: 0 }}>
          <Typography id="viewer-title" variant="h2" noWrap>
            {source.name} · {pageTitle(sheet)}
          </Typography>
          <Typography color="text.secondary" sx={{ fontSize: 12.5 }} noWrap>
            {[
              paperOf(source, sheet),
              sheet.content && CONTENT_WORDS[sheet.content],
              sheet.ratio
                ? `names ${formatRatio(sheet.ratio.ratio, shownDisplayOf(useProject.getState().records))} itself`
                : 'names no ratio',
            ]
              .filter(Boolean)
              .join(' · ')}
          </Typography>
        </Box>
        {sheet.resolution && <ResolutionField sheet={sheet} />}
        <ToggleButtonGroup
          exclusive
          size="small"
          value={mode}
          aria-label="What a drag does"
          onChange={(_, next: ViewerMode | null) => next && setMode(next)}
        >
          <ToggleButton value="look">Move</ToggleButton>
          <ToggleButton value="rectangle">Crop by a rectangle</ToggleButton>
          <ToggleButton value="polygon">Crop by corners</ToggleButton>
        </ToggleButtonGroup>
        <Button disabled={!crop} onClick={() => cropPage(sheet.id, null)}>
          Whole page
        </Button>
        <Button variant="contained" onClick={bringIn}>
          {others === 0 ? 'Bring it in' : `Bring in with ${others} selected`}
        </Button>
        <IconButton aria-label="Close" onClick={close}>
          <CloseIcon />
        </IconButton>
      </Stack>
      <PageCanvas
        key={sheet.id}
        source={source}
        sheet={sheet}
        crop={crop}
        mode={mode}
        onCrop={(ring) => {
          cropPage(sheet.id, ring)
          setMode('look')
        }}
      />
    </Dialog>
  )
}
