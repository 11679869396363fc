'use client'

import Button from '@mui/material/Button'
import FormControlLabel from '@mui/material/FormControlLabel'
import Paper from '@mui/material/Paper'
import Radio from '@mui/material/Radio'
import RadioGroup from '@mui/material/RadioGroup'
import Stack from '@mui/material/Stack'
import Typography from '@mui/material/Typography'
import { kindOf } from '@/core/model/shapes'
import { previewRefit, settleRefit, useRefit } from '@/studio/state/refit'

/** Asks whether what was traced from a sheet goes along with it; the board shows either while it is chosen. */
export function RefitDialog() {
  const pending = useRefit(({ pending: each }) => each)
  if (!pending) return null
  const { refitted, followers, shown } = pending
  const one = refitted.length === 1
  return (
    <Paper
      component="form"
      role="dialog"
      aria-label="What was traced"
      onSubmit={(event: React.FormEvent) => {
        event.preventDefault()
        settleRefit(shown)
      }}
      onKeyDown={(event: React.KeyboardEvent) => {
        event.stopPropagation()
        if (event.key === 'Escape') settleRefit(null)
      }}
      sx={{
        position: 'fixed',
        zIndex: 1200,
        left: '50%',
        bottom: 90,
        transform: 'translateX(-50%)',
        border: 1,
        borderColor: 'divider',
        p: 2,
        width: 440,
        boxShadow: 3,
      }}
    >
      <Typography variant="h3">
        {followers.length === 1
          ? `One ${kindOf(followers[0]!.before).word} was`
          : `${followers.length.toLocaleString('en')} elements were`}{' '}
        traced from {one ? refitted[0]!.after.name : `${refitted.length} sheets`}
      </Typography>
      <RadioGroup
        value={shown}
        onChange={(_, value) => previewRefit(value as 'follow' | 'stay')}
        aria-label="What becomes of it"
        sx={{ my: 1 }}
      >
        <FormControlLabel
          value="follow"
          control={<Radio size="small" />}
          label={`The tracing follows the ${one ? 'sheet to its new size and place' : 'sheets to their new sizes and places'}`}
        />
        <FormControlLabel value="stay" control={<Radio size="small" />} label="The tracing stays where it is" />
      </RadioGroup>
      <Stack direction="row" sx={{ gap: 1, justifyContent: 'end' }}>
        <Button onClick={() => settleRefit(null)}>
          {one ? 'Leave the sheet as it was' : 'Leave the sheets as they were'}
        </Button>
        {/* Keys of a row of nudges that come late must not choose. */}
        <Button type="submit" variant="contained" autoFocus>
          {shown === 'follow' ? 'Fit, and follow' : 'Fit, and stay'}
        </Button>
      </Stack>
    </Paper>
  )
}
