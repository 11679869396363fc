'use client'

import { yupResolver } from '@hookform/resolvers/yup'
import Alert from '@mui/material/Alert'
import Button from '@mui/material/Button'
import List from '@mui/material/List'
import ListItem from '@mui/material/ListItem'
import ListItemText from '@mui/material/ListItemText'
import Stack from '@mui/material/Stack'
import TextField from '@mui/material/TextField'
import Typography from '@mui/material/Typography'
import { useMutation, useQuery } from '@tanstack/react-query'
import dayjs from 'dayjs'
import { useForm } from 'react-hook-form'
import { object, string } from 'yup'
import { authClient } from '@/studio/state/auth-client'
import { peopleApi } from '@/studio/state/people-api'
import { mustSucceed } from './better-answer'
import { newPassword } from './fields'
import { Organisation } from './Organisation'
import { PersonPage, Section } from './PersonPage'
import { Problem } from './Problem'
import { SecondFactorChoice, useSecondFactor } from './SecondFactorChoice'
import { signOut } from './sign-out'
import { Tokens } from './Tokens'

/** One's own account: password, second factor, where one is signed in, tokens, organisations. */
export function Account() {
  const me = useQuery({ queryKey: ['me'], queryFn: peopleApi.me })
  const factor = useSecondFactor()
  if (!me.data) return <PersonPage title="Your account">{null}</PersonPage>
  const { kind, id, name, email, organisations } = me.data
  if (kind !== 'person')
    return (
      <PersonPage title="Your account">
        <Typography>This Calque asks nobody to sign in: there is one person, who may do everything.</Typography>
      </PersonPage>
    )
  return (
    <PersonPage title={name}>
      <Stack direction="row" sx={{ gap: 2, mb: 3, alignItems: 'center' }}>
        <Typography color="text.secondary">{email}</Typography>
        <Button variant="outlined" onClick={() => void signOut()}>
          Sign out
        </Button>
      </Stack>
      {organisations.map((organisation) => (
        <Section key={organisation.id} title={organisation.name}>
          <Organisation id={organisation.id} role={organisation.role} me={id!} />
        </Section>
      ))}
      <Section title="Password">
        <PasswordChange />
      </Section>
      <Section title="Second factor">
        {factor.data !== undefined && <SecondFactorChoice on={factor.data} onChange={() => void factor.refetch()} />}
      </Section>
      <Section title="Where you are signed in">
        <Sessions />
      </Section>
      <Section title="Tokens for programs">
        <Tokens projectId={null} />
      </Section>
    </PersonPage>
  )
}

const schema = object({ now: string().required('Type your present password.'), next: newPassword })

function PasswordChange() {
  const { register, handleSubmit, formState, reset } = useForm({
    resolver: yupResolver(schema),
    defaultValues: { now: '', next: '' },
  })
  const change = useMutation({
    mutationFn: ({ now, next }: { now: string; next: string }) =>
      mustSucceed<unknown>(
        authClient.changePassword({ currentPassword: now, newPassword: next, revokeOtherSessions: true }),
      ),
    onSuccess: () => reset(),
  })
  const { errors } = formState
  return (
    <Stack
      component="form"
      noValidate
      direction="row"
      sx={{ gap: 1, flexWrap: 'wrap', alignItems: 'flex-start' }}
      onSubmit={handleSubmit((given) => change.mutate(given))}
    >
      <TextField
        {...register('now')}
        size="small"
        type="password"
        label="Present password"
        autoComplete="current-password"
        error={Boolean(errors.now)}
        helperText={errors.now?.message}
      />
      <TextField
        {...register('next')}
        size="small"
        type="password"
        label="New password"
        autoComplete="new-password"
        error={Boolean(errors.next)}
        helperText={errors.next?.message}
      />
      <Button type="submit" variant="outlined" sx={{ height: 36 }} disabled={change.isPending}>
        Change it
      </Button>
      {change.isSuccess && <Alert severity="success">Changed. Everywhere else you are signed out.</Alert>}
      <Problem of={change.error} />
    </Stack>
  )
}

function Sessions() {
  const sessions = useQuery({
    queryKey: ['sessions'],
    queryFn: async () => ({
      all: await mustSucceed(authClient.listSessions()),
      now: (await authClient.getSession()).data?.session.token,
    }),
  })
  const end = useMutation({
    mutationFn: (token: string) => mustSucceed<unknown>(authClient.revokeSession({ token })),
    onSuccess: () => sessions.refetch(),
  })
  return (
    <>
      <List dense aria-label="Sessions">
        {sessions.data?.all.map((session) => (
          <ListItem key={session.id} disableGutters sx={{ gap: 1 }}>
            <ListItemText
              primary={browserOf(session.userAgent)}
              secondary={`since ${dayjs(session.createdAt).format('D MMM YYYY, HH:mm')}`}
            />
            {session.token === sessions.data.now ? (
              'here'
            ) : (
              <Button size="small" color="error" onClick={() => end.mutate(session.token)}>
                End
              </Button>
            )}
          </ListItem>
        ))}
      </List>
      <Problem of={sessions.error ?? end.error} />
    </>
  )
}

/** The browser and the system that an agent names, in two words. */
function browserOf(agent: string | null | undefined): string {
  const browser = agent?.match(/(Edg|Firefox|Chrome|Safari)/)?.[1] ?? 'A program'
  const system = agent?.match(/(Windows|Mac OS|Android|iPhone|iPad|Linux)/)?.[1]
  return [browser === 'Edg' ? 'Edge' : browser, system].filter(Boolean).join(' on ')
}
