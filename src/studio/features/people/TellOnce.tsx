import Button from '@mui/material/Button'
import Stack from '@mui/material/Stack'
import TextField from '@mui/material/TextField'
import { useState } from 'react'

/** An address or a token that is told only now, with a button that copies it. */
export function TellOnce({ label, secret }: { readonly label: string; readonly secret: string }) {
  const [copied, setCopied] = useState(false)
  return (
    <Stack direction="row" sx={{ gap: 1, my: 1.5, alignItems: 'flex-start' }}>
      <TextField
        fullWidth
        size="small"
        label={label}
        value={secret}
        helperText="It is shown only now."
        slotProps={{ htmlInput: { readOnly: true } }}
        onFocus={({ target }) => target.select()}
      />
      <Button
        variant="outlined"
        sx={{ height: 36, flexShrink: 0 }}
        onClick={() => void navigator.clipboard?.writeText(secret).then(() => setCopied(true))}
      >
        {copied ? 'Copied' : 'Copy'}
      </Button>
    </Stack>
  )
}
