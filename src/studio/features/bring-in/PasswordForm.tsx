'use client'

import { yupResolver } from '@hookform/resolvers/yup'
import Button from '@mui/material/Button'
import Stack from '@mui/material/Stack'
import TextField from '@mui/material/TextField'
import Typography from '@mui/material/Typography'
import { useForm } from 'react-hook-form'
import { object, string } from 'yup'
import { api } from '@/studio/state/api'
import { tell } from '@/studio/state/notices'
import { refreshSources } from '@/studio/state/sources'

const schema = object({ password: string().required('Type the password.') })

/** Asks for the password of a protected file. */
export function PasswordForm({ sourceId, sentence }: { sourceId: string; sentence: string }) {
  const { register, handleSubmit, formState } = useForm({
    resolver: yupResolver(schema),
    defaultValues: { password: '' },
  })
  const unlock = ({ password }: { password: string }) =>
    api.unlock(sourceId, password).then(refreshSources, (error: Error) => tell(error.message))
  return (
    <Stack component="form" noValidate onSubmit={handleSubmit(unlock)} sx={{ gap: 1.5, maxWidth: 460 }}>
      <Typography role="status">{sentence}</Typography>
      <Stack direction="row" sx={{ gap: 1.5, alignItems: 'flex-start' }}>
        <TextField
          {...register('password')}
          type="password"
          size="small"
          label="Password"
          autoComplete="off"
          error={Boolean(formState.errors.password)}
          helperText={formState.errors.password?.message}
          fullWidth
        />
        <Button type="submit" variant="contained" sx={{ height: 36 }}>
          Open
        </Button>
      </Stack>
    </Stack>
  )
}
