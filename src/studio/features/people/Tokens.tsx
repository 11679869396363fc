'use client'

import Button from '@mui/material/Button'
import List from '@mui/material/List'
import ListItem from '@mui/material/ListItem'
import ListItemText from '@mui/material/ListItemText'
import MenuItem from '@mui/material/MenuItem'
import Stack from '@mui/material/Stack'
import TextField from '@mui/material/TextField'
import { useMutation, useQuery } from '@tanstack/react-query'
import dayjs from 'dayjs'
import { useState } from 'react'
import { TOKEN_SCOPES, type TokenScope } from '@/core/people/rights'
import { peopleApi } from '@/studio/state/people-api'
import { Problem } from './Problem'
import { TellOnce } from './TellOnce'
import { SCOPE_WORDS } from './words'

/** What programs reach Calque by. @param projectId tokens of that project; null for one's own */
export function Tokens({ projectId }: { readonly projectId: string | null }) {
  const [name, setName] = useState('')
  const [scope, setScope] = useState<TokenScope>('read')
  const tokens = useQuery({ queryKey: ['tokens', projectId], queryFn: () => peopleApi.tokens(projectId) })
  const look = () => tokens.refetch()
  const make = useMutation({
    mutationFn: () => peopleApi.makeToken(projectId, { name, scope, days: 365 }),
    onSuccess: () => {
      setName('')
      return look()
    },
  })
  const end = useMutation({ mutationFn: (id: string) => peopleApi.endToken(projectId, id), onSuccess: look })
  return (
    <>
      <List dense aria-label="Tokens">
        {tokens.data?.map((token) => (
          <ListItem
            key={token.id}
            disableGutters
            secondaryAction={
              <Button size="small" color="error" aria-label={`End ${token.name}`} onClick={() => end.mutate(token.id)}>
                End
              </Button>
            }
          >
            <ListItemText
              primary={token.name}
              secondary={`${SCOPE_WORDS[token.scope]}, ${token.usedAt ? `used ${dayjs(token.usedAt).format('D MMM YYYY')}` : 'never used'}${token.expiresAt ? `, until ${dayjs(token.expiresAt).format('D MMM YYYY')}` : ''}`}
            />
          </ListItem>
        ))}
      </List>
      <Stack
        component="form"
        direction="row"
        sx={{ gap: 1, flexWrap: 'wrap' }}
        onSubmit={(event) => {
          event.preventDefault()
          make.mutate()
        }}
      >
        <TextField size="small" label="What it is for" value={name} onChange={({ target }) => setName(target.value)} />
        <TextField
          select
          size="small"
          label="May"
          value={scope}
          onChange={({ target }) => setScope(target.value as TokenScope)}
          sx={{ width: 180 }}
        >
          {TOKEN_SCOPES.map((each) => (
            <MenuItem key={each} value={each}>
              {SCOPE_WORDS[each]}
            </MenuItem>
          ))}
        </TextField>
        <Button type="submit" variant="outlined" disabled={name.trim() === '' || make.isPending} sx={{ height: 36 }}>
          Make a token
        </Button>
      </Stack>
      {make.data && <TellOnce label="Token" secret={make.data.token} />}
      <Problem of={tokens.error ?? make.error ?? end.error} />
    </>
  )
}
