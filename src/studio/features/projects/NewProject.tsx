'use client'

import { yupResolver } from '@hookform/resolvers/yup'
import Button from '@mui/material/Button'
import Stack from '@mui/material/Stack'
import TextField from '@mui/material/TextField'
import { useForm } from 'react-hook-form'
import { object, string } from 'yup'

const schema = object({
  name: string().trim().required('Give the project a name.').max(200, 'A name has at most 200 letters.'),
})

export function NewProject({ busy, onCreate }: { busy: boolean; onCreate: (name: string) => void }) {
  const { register, handleSubmit, formState } = useForm({ resolver: yupResolver(schema), defaultValues: { name: '' } })
  const problem = formState.errors.name?.message
  return (
    <Stack
      component="form"
      direction="row"
      noValidate
      onSubmit={handleSubmit(({ name }) => onCreate(name))}
      sx={{ gap: 1.5, alignItems: 'flex-start' }}
    >
      <TextField
        {...register('name')}
        size="small"
        label="New project"
        error={Boolean(problem)}
        helperText={problem}
        sx={{ width: 280, '& input': { fontFamily: 'inherit' } }}
      />
      <Button type="submit" variant="contained" disabled={busy} sx={{ height: 36 }}>
        Begin
      </Button>
    </Stack>
  )
}
