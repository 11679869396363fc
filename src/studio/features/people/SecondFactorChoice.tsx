'use client'

import Button from '@mui/material/Button'
import Stack from '@mui/material/Stack'
import TextField from '@mui/material/TextField'
import Typography from '@mui/material/Typography'
import { useMutation, useQuery } from '@tanstack/react-query'
import QRCode from 'qrcode'
import { useState } from 'react'
import { authClient } from '@/studio/state/auth-client'
import { mustSucceed } from './better-answer'
import { Problem } from './Problem'
import { SecondFactor } from './SecondFactor'

/** Turns the second factor on and off. */
export function SecondFactorChoice({ on, onChange }: { readonly on: boolean; readonly onChange: () => void }) {
  const [password, setPassword] = useState('')
  const begin = useMutation({
    mutationFn: async () => {
      const data = await mustSucceed(authClient.twoFactor.enable({ password }))
      if (data.method !== 'totp') throw new Error('That did not work. Try again.')
      const picture = await QRCode.toDataURL(data.totpURI, { margin: 1 })
      return { ...data, picture }
    },
    onSuccess: () => setPassword(''),
  })
  const end = useMutation({
    mutationFn: () => mustSucceed<unknown>(authClient.twoFactor.disable({ password })),
    onSuccess: () => {
      setPassword('')
      begin.reset()
      onChange()
    },
  })
  if (begin.data && !on)
    return (
      <>
        <Typography sx={{ mb: 1 }}>Show this to your authenticator, then type the figures that it gives.</Typography>
        {/* biome-ignore lint/performance/noImgElement: made here, of a secret */}
        <img src={begin.data.picture} alt="The secret, for an authenticator" width={180} height={180} />
        <Typography variant="figure" component="p" sx={{ overflowWrap: 'anywhere', fontSize: 12, my: 1 }}>
          {new URL(begin.data.totpURI).searchParams.get('secret')}
        </Typography>
        <Typography sx={{ mb: 1 }}>
          Spare codes, each good once, for when it is lost:{' '}
          <Typography variant="figure" component="span">
            {begin.data.backupCodes.join('  ')}
          </Typography>
        </Typography>
        <SecondFactor onDone={onChange} />
      </>
    )
  return (
    <Stack
      component="form"
      direction="row"
      sx={{ gap: 1, flexWrap: 'wrap' }}
      onSubmit={(event) => {
        event.preventDefault()
        if (on) end.mutate()
        else begin.mutate()
      }}
    >
      <Typography sx={{ width: '100%' }} color="text.secondary">
        {on ? 'Signing in asks for the figures of your authenticator.' : 'Signing in asks for the password alone.'}
      </Typography>
      <TextField
        size="small"
        type="password"
        label="Your password"
        autoComplete="current-password"
        value={password}
        onChange={({ target }) => setPassword(target.value)}
      />
      <Button type="submit" variant="outlined" sx={{ height: 36 }} disabled={password === ''}>
        {on ? 'Turn it off' : 'Turn it on'}
      </Button>
      <Problem of={begin.error ?? end.error} />
    </Stack>
  )
}

/** Whether somebody's second factor is on. */
export const useSecondFactor = () =>
  useQuery({
    queryKey: ['session'],
    queryFn: async () => (await authClient.getSession()).data?.user.twoFactorEnabled === true,
  })
