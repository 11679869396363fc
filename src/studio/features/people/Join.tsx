'use client'

import { yupResolver } from '@hookform/resolvers/yup'
import Button from '@mui/material/Button'
import Link from '@mui/material/Link'
import Stack from '@mui/material/Stack'
import TextField from '@mui/material/TextField'
import Typography from '@mui/material/Typography'
import { useMutation, useQuery } from '@tanstack/react-query'
import { useForm } from 'react-hook-form'
import { object, string } from 'yup'
import type { Invited } from '@/core/people/views'
import { peopleApi } from '@/studio/state/people-api'
import { DoorPage } from './DoorPage'
import { emailAddress, newPassword, personName } from './fields'
import { Problem } from './Problem'

const landAt = ({ projectId }: { projectId: string | null }) =>
  window.location.assign(projectId ? `/projects/${projectId}` : '/')

/** Where an invitation leads: a new account, or the one that somebody has. */
export function Join({ secret }: { readonly secret: string }) {
  const invitation = useQuery({
    queryKey: ['invitation', secret],
    queryFn: () => peopleApi.invitation(secret),
    retry: false,
  })
  const me = useQuery({ queryKey: ['me'], queryFn: peopleApi.me })
  const accept = useMutation({ mutationFn: () => peopleApi.join({ secret }), onSuccess: landAt })
  if (invitation.error)
    return (
      <DoorPage title="No invitation">
        <Typography>{invitation.error.message}</Typography>
      </DoorPage>
    )
  if (!invitation.data || !me.data) return <DoorPage title="An invitation">Looking …</DoorPage>
  const { into, known, email } = invitation.data
  if (me.data.kind === 'person')
    return (
      <DoorPage title={`To “${into}”`}>
        <Typography sx={{ mb: 2 }}>You are signed in as {me.data.email}.</Typography>
        <Problem of={accept.error} />
        <Button variant="contained" fullWidth onClick={() => accept.mutate()} disabled={accept.isPending}>
          Take the invitation
        </Button>
      </DoorPage>
    )
  if (known)
    return (
      <DoorPage title={`To “${into}”`}>
        <Typography sx={{ mb: 2 }}>There is an account for {email} already.</Typography>
        <Button component={Link} href={`/sign-in?to=/join/${secret}`} variant="contained" fullWidth>
          Sign in
        </Button>
      </DoorPage>
    )
  return <NewAccount secret={secret} invited={invitation.data} />
}

function NewAccount({ secret, invited }: { readonly secret: string; readonly invited: Invited }) {
  const asksEmail = invited.email === null
  const { register, handleSubmit, formState } = useForm({
    resolver: yupResolver(
      object({ name: personName, email: asksEmail ? emailAddress : string().default(''), password: newPassword }),
    ),
    defaultValues: { name: '', email: '', password: '' },
  })
  const join = useMutation({
    mutationFn: ({ name, email, password }: { name: string; email: string; password: string }) =>
      peopleApi.join({ secret, name, password, ...(asksEmail && { email }) }),
    onSuccess: landAt,
  })
  const { errors } = formState
  return (
    <DoorPage title={asksEmail ? 'The first account' : `To “${invited.into}”`}>
      <Typography color="text.secondary" sx={{ mb: 2 }}>
        {asksEmail
          ? 'You will look after this Calque: you invite the others.'
          : `Make an account for ${invited.email}.`}
      </Typography>
      <Stack component="form" noValidate sx={{ gap: 2 }} onSubmit={handleSubmit((given) => join.mutate(given))}>
        <TextField
          size="small"
          {...register('name')}
          autoFocus
          label="Your name"
          autoComplete="name"
          error={Boolean(errors.name)}
          helperText={errors.name?.message}
        />
        {asksEmail && (
          <TextField
            size="small"
            {...register('email')}
            label="E-mail"
            type="email"
            autoComplete="username"
            error={Boolean(errors.email)}
            helperText={errors.email?.message}
          />
        )}
        <TextField
          size="small"
          {...register('password')}
          label="Password"
          type="password"
          autoComplete="new-password"
          error={Boolean(errors.password)}
          helperText={errors.password?.message ?? 'At least 8 letters.'}
        />
        <Problem of={join.error} />
        <Button type="submit" variant="contained" disabled={join.isPending}>
          Make the account
        </Button>
      </Stack>
    </DoorPage>
  )
}
