'use client'

import Button from '@mui/material/Button'
import Stack from '@mui/material/Stack'
import TextField from '@mui/material/TextField'
import Typography from '@mui/material/Typography'
import { useMutation, useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { peopleApi } from '@/studio/state/people-api'
import { DoorPage } from './DoorPage'
import { Problem } from './Problem'
import { LINK_RIGHT_WORDS } from './words'

/** Where a link leads that somebody was sent: into the project, without an account. */
export function OpenLink({ secret }: { readonly secret: string }) {
  const [password, setPassword] = useState('')
  const [name, setName] = useState('')
  const link = useQuery({ queryKey: ['link', secret], queryFn: () => peopleApi.link(secret), retry: false })
  const open = useMutation({
    mutationFn: () => peopleApi.openLink({ secret, ...(password && { password }), ...(name.trim() && { name }) }),
    onSuccess: ({ projectId }) => window.location.assign(`/projects/${projectId}`),
  })
  if (link.error)
    return (
      <DoorPage title="This link opens nothing">
        <Typography>{link.error.message}</Typography>
      </DoorPage>
    )
  if (!link.data) return <DoorPage title="A project for you">Looking …</DoorPage>
  const { asksPassword, project, may } = link.data
  const words = may.map((right) => LINK_RIGHT_WORDS[right].toLowerCase())
  return (
    <DoorPage title={project ?? 'A project for you'}>
      <Typography color="text.secondary" sx={{ mb: 2 }}>
        You can look at it{words.length > 0 && `, ${words.join(', ')}`}. No account is needed.
      </Typography>
      <Stack
        component="form"
        sx={{ gap: 2 }}
        onSubmit={(event) => {
          event.preventDefault()
          open.mutate()
        }}
      >
        {may.includes('remark') && (
          <TextField
            size="small"
            label="Your name, for remarks"
            required
            value={name}
            autoComplete="name"
            slotProps={{ htmlInput: { maxLength: 80 } }}
            onChange={({ target }) => setName(target.value)}
          />
        )}
        {asksPassword && (
          <TextField
            size="small"
            label="Password of the link"
            type="password"
            value={password}
            onChange={({ target }) => setPassword(target.value)}
          />
        )}
        <Problem of={open.error} />
        <Button type="submit" variant="contained" disabled={open.isPending || (asksPassword && password === '')}>
          Open
        </Button>
      </Stack>
    </DoorPage>
  )
}
