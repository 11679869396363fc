import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import Stack from '@mui/material/Stack'
import Typography from '@mui/material/Typography'
import type { Underlay } from '@/core/model/underlay/schema'
import { removeSheets } from '@/studio/board/sheets/remove-sheets'
import { lookAlone } from '@/studio/state/bench'
import { showSheetCard } from './show-card'
import { changeSheets, duplicateSheets } from './stack-edits'

/** What can be done with several picked sheets at once. */
export function SheetsBar({ underlays }: { underlays: readonly Underlay[] }) {
  const ids = underlays.map(({ id }) => id)
  const some = (key: 'visible' | 'locked' | 'catching') => underlays.some((underlay) => underlay[key])
  const actions: [string, () => void][] = [
    [
      some('visible') ? 'Hide' : 'Show',
      () => changeSheets('Show or hide sheets', underlays, { visible: !some('visible') }),
    ],
    [
      some('locked') ? 'Unlock' : 'Lock',
      () => changeSheets('Lock or unlock sheets', underlays, { locked: !some('locked') }),
    ],
    [
      some('catching') ? 'Stop catching' : 'Catch',
      () => changeSheets('Switch catching', underlays, { catching: !some('catching') }),
    ],
    ['Alone', () => lookAlone(ids)],
    ['Duplicate', () => duplicateSheets(underlays)],
    ['Adjust', () => showSheetCard(ids)],
    ['Remove', () => removeSheets(underlays)],
  ]
  return (
    <Box
      component="section"
      aria-label="Selected sheets"
      sx={{ mb: 1.25, p: 1, bgcolor: 'background.paper', border: 1, borderColor: 'error.main' }}
    >
      <Typography variant="h3" sx={{ mb: 0.5 }}>
        {underlays.length} sheets selected
      </Typography>
      <Stack direction="row" sx={{ flexWrap: 'wrap', gap: 0.5 }}>
        {actions.map(([word, act]) => (
          <Button key={word} size="small" variant="outlined" onClick={act} sx={{ px: 0.75, minWidth: 0, fontSize: 12 }}>
            {word}
          </Button>
        ))}
      </Stack>
    </Box>
  )
}
