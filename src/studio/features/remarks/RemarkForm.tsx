import Button from '@mui/material/Button'
import Stack from '@mui/material/Stack'
import TextField from '@mui/material/TextField'
import Typography from '@mui/material/Typography'
import { useState } from 'react'
import { choose } from '@/studio/state/bench'
import { addRemark } from './edit'
import { type PinPlace, remarkOptions } from './options'

const MOST_WORDS = 4000

/** A remark that is being written, at the place that was clicked. */
export function RemarkForm({ pin }: { readonly pin: PinPlace }) {
  const [text, setText] = useState('')
  const [assignedTo, setAssignedTo] = useState('')
  const count = pin.about.length
  return (
    <Stack
      component="form"
      aria-label="New remark"
      onSubmit={(event) => {
        event.preventDefault()
        if (text.trim() === '') return
        addRemark(text, pin, assignedTo)
      }}
      sx={{ gap: 1, mb: 2 }}
    >
      <Typography color="text.secondary" sx={{ fontSize: 12.5 }}>
        {count === 0
          ? 'Pinned to this place.'
          : `Pinned to this place, about ${count === 1 ? 'one thing' : `${count} things`} there.`}{' '}
        A picture of the board goes with it.
      </Typography>
      <TextField
        label="Remark"
        value={text}
        onChange={(event) => setText(event.target.value)}
        multiline
        minRows={3}
        autoFocus
        slotProps={{ htmlInput: { maxLength: MOST_WORDS } }}
      />
      <TextField
        label="For (a name, if you like)"
        value={assignedTo}
        onChange={(event) => setAssignedTo(event.target.value)}
        slotProps={{ htmlInput: { maxLength: 100 } }}
      />
      <Stack direction="row" sx={{ gap: 1 }}>
        <Button type="submit" variant="contained" disabled={text.trim() === ''}>
          Add remark
        </Button>
        <Button onClick={() => choose(remarkOptions, { pin: null })}>Cancel</Button>
      </Stack>
    </Stack>
  )
}
