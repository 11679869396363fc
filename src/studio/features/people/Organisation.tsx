'use client'

import Button from '@mui/material/Button'
import List from '@mui/material/List'
import ListItem from '@mui/material/ListItem'
import ListItemText from '@mui/material/ListItemText'
import MenuItem from '@mui/material/MenuItem'
import Stack from '@mui/material/Stack'
import TextField from '@mui/material/TextField'
import { useMutation, useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { authClient } from '@/studio/state/auth-client'
import { mustSucceed } from './better-answer'
import { Problem } from './Problem'

const ROLES = ['member', 'admin', 'owner'] as const
type OrganisationRole = (typeof ROLES)[number]

const WORDS: Readonly<Record<OrganisationRole, string>> = {
  member: 'Member',
  admin: 'Leads projects',
  owner: 'Owner',
}

/** Who belongs to an organisation, and who was asked into it. */
export function Organisation({ id, role, me }: { readonly id: string; readonly role: string; readonly me: string }) {
  const [email, setEmail] = useState('')
  const [asked, setAsked] = useState<OrganisationRole>('member')
  const leads = /owner|admin/.test(role)
  const found = useQuery({
    queryKey: ['organisation', id],
    queryFn: () => mustSucceed(authClient.organization.getFullOrganization({ query: { organizationId: id } })),
  })
  const look = () => found.refetch()
  const invite = useMutation({
    mutationFn: () =>
      mustSucceed<unknown>(
        authClient.organization.inviteMember({ organizationId: id, email, role: asked, resend: true }),
      ),
    onSuccess: () => {
      setEmail('')
      return look()
    },
  })
  const change = useMutation({
    mutationFn: ({ memberId, to }: { memberId: string; to: OrganisationRole }) =>
      mustSucceed<unknown>(authClient.organization.updateMemberRole({ organizationId: id, memberId, role: to })),
    onSuccess: look,
  })
  const remove = useMutation({
    mutationFn: (memberId: string) =>
      mustSucceed<unknown>(authClient.organization.removeMember({ organizationId: id, memberIdOrEmail: memberId })),
    onSuccess: look,
  })
  const takeBack = useMutation({
    mutationFn: (invitationId: string) =>
      mustSucceed<unknown>(authClient.organization.cancelInvitation({ invitationId })),
    onSuccess: look,
  })
  const leave = useMutation({
    mutationFn: () => mustSucceed<unknown>(authClient.organization.leave({ organizationId: id })),
    onSuccess: () => window.location.assign('/'),
  })
  const invited = found.data?.invitations.filter(({ status }) => status === 'pending') ?? []
  return (
    <>
      <List dense aria-label="Members">
        {found.data?.members.map((member) => (
          <ListItem key={member.id} disableGutters sx={{ gap: 1 }}>
            <ListItemText primary={member.user.name} secondary={member.user.email} />
            {leads && member.userId !== me ? (
              <>
                <TextField
                  select
                  size="small"
                  value={member.role}
                  slotProps={{ select: { inputProps: { 'aria-label': `What ${member.user.name} is` } } }}
                  onChange={({ target }) =>
                    change.mutate({ memberId: member.id, to: target.value as OrganisationRole })
                  }
                >
                  {ROLES.map((each) => (
                    <MenuItem key={each} value={each}>
                      {WORDS[each]}
                    </MenuItem>
                  ))}
                </TextField>
                <Button
                  size="small"
                  color="error"
                  aria-label={`Remove ${member.user.name}`}
                  onClick={() => remove.mutate(member.id)}
                >
                  Remove
                </Button>
              </>
            ) : (
              WORDS[member.role as OrganisationRole]
            )}
          </ListItem>
        ))}
        {invited.map((invitation) => (
          <ListItem key={invitation.id} disableGutters sx={{ gap: 1 }}>
            <ListItemText primary={invitation.email} secondary="Invited, has not come yet" />
            {leads && (
              <Button
                size="small"
                aria-label={`Withdraw ${invitation.email}`}
                onClick={() => takeBack.mutate(invitation.id)}
              >
                Withdraw
              </Button>
            )}
          </ListItem>
        ))}
      </List>
      {leads && (
        <Stack
          component="form"
          direction="row"
          sx={{ gap: 1, flexWrap: 'wrap' }}
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
            onChange={({ target }) => setEmail(target.value)}
          />
          <TextField
            select
            size="small"
            label="As"
            value={asked}
            onChange={({ target }) => setAsked(target.value as OrganisationRole)}
          >
            {ROLES.map((each) => (
              <MenuItem key={each} value={each}>
                {WORDS[each]}
              </MenuItem>
            ))}
          </TextField>
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
      <Problem of={found.error ?? invite.error ?? change.error ?? remove.error ?? takeBack.error ?? leave.error} />
      <Button size="small" color="error" sx={{ mt: 1 }} onClick={() => leave.mutate()}>
        Leave
      </Button>
    </>
  )
}
