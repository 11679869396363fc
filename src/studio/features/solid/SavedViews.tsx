'use client'

import CloseIcon from '@mui/icons-material/Close'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import IconButton from '@mui/material/IconButton'
import Stack from '@mui/material/Stack'
import { ofKind } from '@/core/model/of-kind'
import { useSolid, walkTo } from '@/studio/board/solid/solid-store'
import { put, remove } from '@/studio/state/edits'
import { useProject } from '@/studio/state/project'
import { NameField } from '@/studio/ui/NameField'

function saveView(count: number): void {
  const { look, cut } = useSolid.getState()
  if (!look) return
  put('Save view', { id: crypto.randomUUID(), kind: 'view', name: `View ${count + 1}`, ...look(), cut })
}

/** Views to come back to: each is walked to, renamed and removed. */
export function SavedViews() {
  const records = useProject((project) => project.records)
  const views = ofKind('view', records)
  return (
    <Stack
      component="section"
      aria-label="Saved views"
      sx={{
        position: 'absolute',
        left: 12,
        // Beneath the choice of what the board shows, which reaches over it where the view is narrow.
        top: 48,
        maxHeight: '50%',
        overflowY: 'auto',
        bgcolor: 'background.paper',
        border: 1,
        borderColor: 'divider',
        borderRadius: 1,
      }}
    >
      {views.map((view) => (
        <Stack
          key={view.id}
          direction="row"
          sx={{ alignItems: 'center', borderBottom: 1, borderColor: 'divider', pl: 0.5 }}
        >
          <Box sx={{ width: 110 }}>
            <NameField
              label={`Name of ${view.name}`}
              value={view.name}
              onChange={(name) => put('Rename view', { ...view, name: name.slice(0, 100) })}
            />
          </Box>
          <Button size="small" onClick={() => walkTo(view)} aria-label={`Go to ${view.name}`}>
            Go
          </Button>
          <IconButton size="small" aria-label={`Remove ${view.name}`} onClick={() => remove('Remove view', view.id)}>
            <CloseIcon sx={{ fontSize: 14 }} />
          </IconButton>
        </Stack>
      ))}
      <Button size="small" onClick={() => saveView(views.length)}>
        Save this view
      </Button>
    </Stack>
  )
}
