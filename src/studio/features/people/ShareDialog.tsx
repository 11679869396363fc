'use client'

import Alert from '@mui/material/Alert'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import Checkbox from '@mui/material/Checkbox'
import Dialog from '@mui/material/Dialog'
import DialogActions from '@mui/material/DialogActions'
import DialogContent from '@mui/material/DialogContent'
import DialogTitle from '@mui/material/DialogTitle'
import FormControlLabel from '@mui/material/FormControlLabel'
import List from '@mui/material/List'
import ListItem from '@mui/material/ListItem'
import ListItemText from '@mui/material/ListItemText'
import MenuItem from '@mui/material/MenuItem'
import Stack from '@mui/material/Stack'
import Tab from '@mui/material/Tab'
import Tabs from '@mui/material/Tabs'
import TextField from '@mui/material/TextField'
import Typography from '@mui/material/Typography'
import { useMutation, useQuery } from '@tanstack/react-query'
import dayjs from 'dayjs'
import { useState } from 'react'
import { LINK_RIGHTS, type LinkRight, ROLES, type Role } from '@/core/people/rights'
import type { DialogProps } from '@/studio/kernel/dialog'
import { peopleApi } from '@/studio/state/people-api'
import { useProject } from '@/studio/state/project'
import { Log } from './Log'
import { Problem } from './Problem'
import { TellOnce } from './TellOnce'
import { Tokens } from './Tokens'
import { Transfer } from './Transfer'
import { LINK_RIGHT_WORDS, ROLE_HINTS, ROLE_WORDS } from './words'

/** Who works on a project, who looks at it by a link, and what programs reach it. */
export function ShareDialog({ answer }: DialogProps<undefined, void>) {
  const [tab, setTab] = useState(0)
  const projectId = useProject((project) => project.id)
  const manages = useProject((project) => project.may.has('manage'))
  return (
    <Dialog open onClose={() => answer(null)} maxWidth="sm" fullWidth>
      <DialogTitle>Share this project</DialogTitle>
      <DialogContent sx={{ minHeight: 340 }}>
        <Tabs value={tab} onChange={(_, next: number) => setTab(next)} sx={{ mb: 2 }}>
          <Tab label="People" />
          {manages && <Tab label="Links" />}
          {manages && <Tab label="Programs" />}
          {manages && <Tab label="Log" />}
        </Tabs>
        {tab === 0 && <People projectId={projectId} manages={manages} />}
        {tab === 1 && <Links projectId={projectId} />}
        {tab === 2 && <Tokens projectId={projectId} />}
        {tab === 3 && <Log projectId={projectId} />}
      </DialogContent>
      <DialogActions>
        <Button variant="contained" onClick={() => answer(null)}>
          Close
        </Button>
      </DialogActions>
    </Dialog>
  )
}

function People({ projectId, manages }: { readonly projectId: string; readonly manages: boolean }) {
  const [email, setEmail] = useState('')
  const [role, setRole] = useState<Role>('editor')
  const told = useQuery({ queryKey: ['people', projectId], queryFn: () => peopleApi.people(projectId) })
  const look = () => told.refetch()
  const invite = useMutation({
    mutationFn: () => peopleApi.invite(projectId, email, role),
    onSuccess: () => {
      setEmail('')
      return look()
    },
  })
  const change = useMutation({
    mutationFn: ({ id, to }: { id: string; to: Role }) => peopleApi.setRole(projectId, id, to),
    onSettled: look,
  })
  const remove = useMutation({
    mutationFn: (id: string) => peopleApi.removePerson(projectId, id),
    onSettled: look,
  })
  const takeBack = useMutation({ mutationFn: (id: string) => peopleApi.takeBack(projectId, id), onSettled: look })
  const you = useProject((project) => project.you.id)
  const leave = useMutation({
    mutationFn: (id: string) => peopleApi.removePerson(projectId, id),
    onSuccess: () => window.location.assign('/'),
  })
  return (
    <>
      <List dense aria-label="People of the project">
        {told.data?.people.map((person) => (
          <ListItem key={person.id} disableGutters sx={{ gap: 1 }}>
            <ListItemText primary={person.name} secondary={person.email} />
            {manages ? (
              <>
                <RoleChoice
                  label={`What ${person.name} is`}
                  value={person.role}
                  onChange={(to) => change.mutate({ id: person.id, to })}
                />
                <Button
                  size="small"
                  color="error"
                  aria-label={`Remove ${person.name}`}
                  onClick={() => remove.mutate(person.id)}
                >
                  Remove
                </Button>
              </>
            ) : (
              <>
                {ROLE_WORDS[person.role]}
                {you === `person:${person.id}` && (
                  <Button size="small" color="error" onClick={() => leave.mutate(person.id)}>
                    Leave
                  </Button>
                )}
              </>
            )}
          </ListItem>
        ))}
        {told.data?.invited.map((each) => (
          <ListItem key={each.id} disableGutters sx={{ gap: 1 }}>
            <ListItemText primary={each.email} secondary={`${ROLE_WORDS[each.role]}, has not come yet`} />
            {manages && (
              <Button size="small" aria-label={`Withdraw ${each.email}`} onClick={() => takeBack.mutate(each.id)}>
                Withdraw
              </Button>
            )}
          </ListItem>
        ))}
      </List>
      {told.data?.people.length === 0 && (
        <Typography color="text.secondary">Only who leads the organisation sees this project.</Typography>
      )}
      {manages && (
        <Stack
          component="form"
          direction="row"
          sx={{ gap: 1, mt: 1, flexWrap: 'wrap' }}
          onSubmit={(event) => {
            event.preventDefault()
            invite.mutate()
          }}
        >
          <TextField
            size="small"
            type="email"
            label="E-mail"
            value={email}
            sx={{ flexGrow: 1 }}
            onChange={({ target }) => setEmail(target.value)}
          />
          <RoleChoice label="As" value={role} onChange={setRole} />
          <Button
            type="submit"
            variant="outlined"
            sx={{ height: 36 }}
            disabled={email.trim() === '' || invite.isPending}
          >
            Invite
          </Button>
        </Stack>
      )}
      {manages && told.data?.organisation && (
        <Transfer projectId={projectId} organisation={told.data.organisation} onDone={() => void look()} />
      )}
      {invite.data?.url && <TellOnce label="A letter is under way; this is its address" secret={invite.data.url} />}
      <Problem of={told.error ?? invite.error ?? change.error ?? remove.error ?? takeBack.error ?? leave.error} />
    </>
  )
}

interface RoleChoiceProps {
  readonly label: string
  readonly value: Role
  readonly onChange: (role: Role) => void
}

function RoleChoice({ label, value, onChange }: RoleChoiceProps) {
  return (
    <TextField
      select
      size="small"
      value={value}
      slotProps={{ select: { inputProps: { 'aria-label': label }, renderValue: (role) => ROLE_WORDS[role as Role] } }}
      sx={{ width: 120 }}
      onChange={({ target }) => onChange(target.value as Role)}
    >
      {ROLES.map((role) => (
        <MenuItem key={role} value={role}>
          <Box>
            {ROLE_WORDS[role]}
            <Typography color="text.secondary" sx={{ fontSize: 12 }}>
              {ROLE_HINTS[role]}
            </Typography>
          </Box>
        </MenuItem>
      ))}
    </TextField>
  )
}

function Links({ projectId }: { readonly projectId: string }) {
  const [name, setName] = useState('')
  const [may, setMay] = useState<readonly LinkRight[]>(['measure', 'remark'])
  const [password, setPassword] = useState('')
  const [days, setDays] = useState(30)
  const links = useQuery({ queryKey: ['links', projectId], queryFn: () => peopleApi.links(projectId) })
  const look = () => links.refetch()
  const make = useMutation({
    mutationFn: () =>
      peopleApi.makeLink(projectId, {
        name,
        may,
        password: password === '' ? null : password,
        expiresAt: days === 0 ? null : dayjs().add(days, 'day').toISOString(),
      }),
    onSuccess: () => {
      setName('')
      setPassword('')
      return look()
    },
  })
  const end = useMutation({ mutationFn: (id: string) => peopleApi.endLink(projectId, id), onSuccess: look })
  return (
    <>
      <List dense aria-label="Links">
        {links.data?.map((link) => (
          <ListItem
            key={link.id}
            disableGutters
            secondaryAction={
              <Button size="small" color="error" aria-label={`End ${link.name}`} onClick={() => end.mutate(link.id)}>
                End
              </Button>
            }
          >
            <ListItemText
              primary={link.name}
              secondary={[
                ['Look', ...link.may.map((right) => LINK_RIGHT_WORDS[right].toLowerCase())].join(', '),
                link.hasPassword && 'with a password',
                link.expiresAt && `until ${dayjs(link.expiresAt).format('D MMM YYYY')}`,
                link.usedAt ? `opened ${dayjs(link.usedAt).format('D MMM')}` : 'not opened yet',
              ]
                .filter(Boolean)
                .join('; ')}
            />
          </ListItem>
        ))}
      </List>
      <Stack
        component="form"
        sx={{ gap: 1.5, mt: 1 }}
        onSubmit={(event) => {
          event.preventDefault()
          make.mutate()
        }}
      >
        <TextField size="small" label="For whom" value={name} onChange={({ target }) => setName(target.value)} />
        <Stack direction="row" sx={{ flexWrap: 'wrap' }}>
          {LINK_RIGHTS.map((right) => (
            <FormControlLabel
              key={right}
              label={LINK_RIGHT_WORDS[right]}
              control={
                <Checkbox
                  size="small"
                  checked={may.includes(right)}
                  onChange={({ target }) =>
                    setMay(target.checked ? [...may, right] : may.filter((each) => each !== right))
                  }
                />
              }
            />
          ))}
        </Stack>
        <Stack direction="row" sx={{ gap: 1, flexWrap: 'wrap' }}>
          <TextField
            select
            size="small"
            label="Good for"
            value={days}
            sx={{ width: 140 }}
            onChange={({ target }) => setDays(Number(target.value))}
          >
            {[7, 30, 180, 0].map((each) => (
              <MenuItem key={each} value={each}>
                {each === 0 ? 'always' : `${each} days`}
              </MenuItem>
            ))}
          </TextField>
          <TextField
            size="small"
            type="password"
            label="Password, if wanted"
            value={password}
            autoComplete="new-password"
            sx={{ flexGrow: 1 }}
            onChange={({ target }) => setPassword(target.value)}
          />
          <Button type="submit" variant="outlined" sx={{ height: 36 }} disabled={name.trim() === '' || make.isPending}>
            Make a link
          </Button>
        </Stack>
      </Stack>
      {make.data && <TellOnce label="Address" secret={make.data.url} />}
      {make.data && <Alert severity="info">Whoever has the address is let in, until the link ends.</Alert>}
      <Problem of={links.error ?? make.error ?? end.error} />
    </>
  )
}
