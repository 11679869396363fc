'use client'

import { yupResolver } from '@hookform/resolvers/yup'
import Alert from '@mui/material/Alert'
import Button from '@mui/material/Button'
import Divider from '@mui/material/Divider'
import Link from '@mui/material/Link'
import Stack from '@mui/material/Stack'
import TextField from '@mui/material/TextField'
import Typography from '@mui/material/Typography'
import { useMutation, useQuery } from '@tanstack/react-query'
import { useSearchParams } from 'next/navigation'
import { useState } from 'react'
import { useForm } from 'react-hook-form'
import { object, string } from 'yup'
import { authClient } from '@/studio/state/auth-client'
import { peopleApi } from '@/studio/state/people-api'
import { mustSucceed } from './better-answer'
import { DoorPage } from './DoorPage'
import { Problem } from './Problem'
import { SecondFactor } from './SecondFactor'
import { safeWay } from './safe-way'

const schema = object({
  email: string().trim().email('That is no e-mail address.').required('Type your e-mail address.'),
  password: string().required('Type your password.'),
})

/** Signing in: by password, with a second factor where one is set, or by the organisation's own sign-in. */
export function SignIn() {
  const to = safeWay(useSearchParams().get('to'))
  const [asksFactor, setAsksFactor] = useState(false)
  const me = useQuery({ queryKey: ['me'], queryFn: peopleApi.me })
  const { register, handleSubmit, formState, getValues, trigger } = useForm({
    resolver: yupResolver(schema),
    defaultValues: { email: '', password: '' },
  })
  // The whole page is loaded anew: nothing of whoever was here before is left in it.
  const goOn = () => window.location.assign(to)
  const signIn = useMutation({
    mutationFn: (given: { email: string; password: string }) => mustSucceed(authClient.signIn.email(given)),
    onSuccess: (data) => ('twoFactorRedirect' in data && data.twoFactorRedirect ? setAsksFactor(true) : goOn()),
  })
  const byOffice = useMutation({
    mutationFn: () => mustSucceed(authClient.signIn.social({ provider: 'office', callbackURL: to })),
  })
  const forgot = useMutation({
    mutationFn: async () => {
      if (!(await trigger('email'))) return false
      await mustSucceed(authClient.requestPasswordReset({ email: getValues('email'), redirectTo: '/sign-in/password' }))
      return true
    },
  })
  if (asksFactor)
    return (
      <DoorPage title="Second factor">
        <SecondFactor onDone={goOn} />
      </DoorPage>
    )
  const office = me.data?.signIn?.office
  return (
    <DoorPage title="Sign in to Calque">
      {me.data?.signIn === null && (
        <Alert severity="info" sx={{ mb: 2 }}>
          This Calque asks nobody to sign in. <Link href="/">To the projects</Link>
        </Alert>
      )}
      {me.data?.signIn?.begins && (
        <Alert severity="info" sx={{ mb: 2 }}>
          Nobody has an account yet. The start command printed an address at which the first one is made.
        </Alert>
      )}
      <Stack component="form" noValidate sx={{ gap: 2 }} onSubmit={handleSubmit((given) => signIn.mutate(given))}>
        <TextField
          size="small"
          {...register('email')}
          label="E-mail"
          type="email"
          autoComplete="username"
          error={Boolean(formState.errors.email)}
          helperText={formState.errors.email?.message}
        />
        <TextField
          size="small"
          {...register('password')}
          label="Password"
          type="password"
          autoComplete="current-password"
          error={Boolean(formState.errors.password)}
          helperText={formState.errors.password?.message}
        />
        <Problem of={signIn.error ?? byOffice.error ?? forgot.error} />
        {forgot.data && (
          <Alert severity="success">If there is an account for that address, a letter with a link is under way.</Alert>
        )}
        <Button type="submit" variant="contained" disabled={signIn.isPending}>
          Sign in
        </Button>
        {office && (
          <>
            <Divider>or</Divider>
            <Button variant="outlined" onClick={() => byOffice.mutate()} disabled={byOffice.isPending}>
              Sign in by {office}
            </Button>
          </>
        )}
        <Button variant="text" size="small" onClick={() => forgot.mutate()} disabled={forgot.isPending}>
          Forgot the password
        </Button>
      </Stack>
      <Typography color="text.secondary" sx={{ mt: 2, fontSize: 13 }}>
        Accounts are made by invitation: ask somebody of your organisation, or whoever looks after this Calque.
      </Typography>
    </DoorPage>
  )
}
