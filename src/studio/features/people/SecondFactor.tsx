'use client'

import Button from '@mui/material/Button'
import Stack from '@mui/material/Stack'
import TextField from '@mui/material/TextField'
import { useMutation } from '@tanstack/react-query'
import { useState } from 'react'
import { authClient } from '@/studio/state/auth-client'
import { mustSucceed } from './better-answer'
import { Problem } from './Problem'

/** Asks for the figures of an authenticator, or for one of the codes for when it is lost. */
export function SecondFactor({ onDone }: { readonly onDone: () => void }) {
  const [code, setCode] = useState('')
  const [lost, setLost] = useState(false)
  const verify = useMutation({
    mutationFn: () =>
      lost
        ? mustSucceed<unknown>(authClient.twoFactor.verifyBackupCode({ code: code.trim() }))
        : mustSucceed<unknown>(authClient.twoFactor.verifyTotp({ code: code.replaceAll(/\s/g, '') })),
    onSuccess: onDone,
  })
  return (
    <Stack
      component="form"
      sx={{ gap: 2 }}
      onSubmit={(event) => {
        event.preventDefault()
        verify.mutate()
      }}
    >
      <TextField
        size="small"
        autoFocus
        label={lost ? 'One of your spare codes' : 'Six figures of your authenticator'}
        value={code}
        autoComplete="one-time-code"
        slotProps={{ htmlInput: { inputMode: lost ? 'text' : 'numeric' } }}
        onChange={({ target }) => setCode(target.value)}
      />
      <Problem of={verify.error} />
      <Button type="submit" variant="contained" disabled={code.trim() === '' || verify.isPending}>
        Go on
      </Button>
      <Button variant="text" size="small" onClick={() => setLost(!lost)}>
        {lost ? 'Use the authenticator' : 'The authenticator is not at hand'}
      </Button>
    </Stack>
  )
}
