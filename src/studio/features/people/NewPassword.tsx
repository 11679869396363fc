'use client'

import { yupResolver } from '@hookform/resolvers/yup'
import Button from '@mui/material/Button'
import Stack from '@mui/material/Stack'
import TextField from '@mui/material/TextField'
import { useMutation } from '@tanstack/react-query'
import { useSearchParams } from 'next/navigation'
import { useForm } from 'react-hook-form'
import { object } from 'yup'
import { authClient } from '@/studio/state/auth-client'
import { mustSucceed } from './better-answer'
import { DoorPage } from './DoorPage'
import { newPassword } from './fields'
import { Problem } from './Problem'

const schema = object({ password: newPassword })

/** Sets a new password, by the letter that was asked for. */
export function NewPassword() {
  const token = useSearchParams().get('token') ?? ''
  const { register, handleSubmit, formState } = useForm({
    resolver: yupResolver(schema),
    defaultValues: { password: '' },
  })
  const set = useMutation({
    mutationFn: (password: string) => mustSucceed<unknown>(authClient.resetPassword({ newPassword: password, token })),
    onSuccess: () => window.location.assign('/sign-in'),
  })
  return (
    <DoorPage title="A new password">
      <Stack
        component="form"
        noValidate
        sx={{ gap: 2 }}
        onSubmit={handleSubmit(({ password }) => set.mutate(password))}
      >
        <TextField
          size="small"
          {...register('password')}
          autoFocus
          label="New password"
          type="password"
          autoComplete="new-password"
          error={Boolean(formState.errors.password)}
          helperText={formState.errors.password?.message ?? 'At least 8 letters.'}
        />
        <Problem of={set.error} />
        <Button type="submit" variant="contained" disabled={set.isPending}>
          Set it
        </Button>
      </Stack>
    </DoorPage>
  )
}
