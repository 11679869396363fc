'use client'

import Button from '@mui/material/Button'
import Dialog from '@mui/material/Dialog'
import DialogActions from '@mui/material/DialogActions'
import DialogContent from '@mui/material/DialogContent'
import DialogTitle from '@mui/material/DialogTitle'
import Link from '@mui/material/Link'
import Switch from '@mui/material/Switch'
import Table from '@mui/material/Table'
import TableBody from '@mui/material/TableBody'
import TableCell from '@mui/material/TableCell'
import TableHead from '@mui/material/TableHead'
import TableRow from '@mui/material/TableRow'
import Typography from '@mui/material/Typography'
import { useMutation, useQuery } from '@tanstack/react-query'
import dayjs from 'dayjs'
import NextLink from 'next/link'
import { useState } from 'react'
import type { Administration as Told } from '@/core/people/views'
import { peopleApi } from '@/studio/state/people-api'
import { PersonPage, Section } from './PersonPage'
import { Problem } from './Problem'

const MB = 1 << 20
const inMb = (bytes: number) => `${(bytes / MB).toLocaleString('en', { maximumFractionDigits: 1 })} MB`

/** What whoever looks after a Calque sees: people, projects, space, what waits and what failed. */
export function Administration() {
  const told = useQuery({ queryKey: ['administration'], queryFn: peopleApi.administration, retry: false })
  return (
    <PersonPage title="Looking after Calque">
      <Problem of={told.error} />
      {told.data && (
        <>
          <Typography sx={{ mb: 3 }}>
            Database {inMb(told.data.space.databaseBytes)}, of which files {inMb(told.data.space.contentBytes)}.{' '}
            {told.data.health.queue === 0 ? 'Nothing waits' : `${told.data.health.queue} jobs wait`}.{' '}
            {told.data.health.readerSeenSeconds === null
              ? 'No reader was heard of.'
              : `A reader was heard of ${Math.round(told.data.health.readerSeenSeconds)} s ago.`}{' '}
            <Link component={NextLink} href="/letters" color="text.primary">
              Letters
            </Link>
          </Typography>
          <Section title="People">
            <People people={told.data.people} onChange={() => void told.refetch()} />
          </Section>
          <Section title="Projects">
            <Table size="small" aria-label="Projects">
              <TableHead>
                <TableRow>
                  {['Name', 'Organisation', 'People', 'Pages', 'Files', 'Changed'].map((word) => (
                    <TableCell key={word}>{word}</TableCell>
                  ))}
                </TableRow>
              </TableHead>
              <TableBody>
                {told.data.projects.map((project) => (
                  <TableRow key={project.id}>
                    <TableCell>{project.name}</TableCell>
                    <TableCell>{project.organisation}</TableCell>
                    <TableCell>{project.people}</TableCell>
                    <TableCell>{project.pages}</TableCell>
                    <TableCell>{inMb(project.bytes)}</TableCell>
                    <TableCell>{dayjs(project.changedAt).format('D MMM YYYY')}</TableCell>
                  </TableRow>
                ))}
              </TableBody>
            </Table>
          </Section>
          <Section title="What failed">
            {told.data.failures.length === 0 && <Typography>Nothing.</Typography>}
            {[
              ...new Set(told.data.failures.map(({ what, name, why }) => `${what}: ${name}${why ? ` (${why})` : ''}`)),
            ].map((sentence) => (
              <Typography key={sentence}>{sentence}</Typography>
            ))}
          </Section>
        </>
      )}
    </PersonPage>
  )
}

function People({ people, onChange }: { readonly people: Told['people']; readonly onChange: () => void }) {
  const [leaving, setLeaving] = useState<Told['people'][number] | null>(null)
  const look = useMutation({
    mutationFn: ({ id, on }: { id: string; on: boolean }) => peopleApi.setAdministrator(id, on),
    onSettled: onChange,
  })
  const erase = useMutation({
    mutationFn: (id: string) => peopleApi.erasePerson(id),
    onSettled: () => {
      setLeaving(null)
      onChange()
    },
  })
  return (
    <>
      <Table size="small" aria-label="People">
        <TableHead>
          <TableRow>
            {['Name', 'E-mail', 'Last here', 'Administrator', ''].map((word) => (
              <TableCell key={word}>{word}</TableCell>
            ))}
          </TableRow>
        </TableHead>
        <TableBody>
          {people.map((person) => (
            <TableRow key={person.id}>
              <TableCell>{person.name}</TableCell>
              <TableCell>{person.email}</TableCell>
              <TableCell>{person.seenAt ? dayjs(person.seenAt).format('D MMM YYYY') : 'never'}</TableCell>
              <TableCell>
                <Switch
                  size="small"
                  checked={person.administrator}
                  slotProps={{ input: { 'aria-label': `${person.name} is administrator` } }}
                  onChange={({ target }) => look.mutate({ id: person.id, on: target.checked })}
                />
              </TableCell>
              <TableCell>
                <Button
                  size="small"
                  color="error"
                  aria-label={`Erase ${person.name}`}
                  onClick={() => setLeaving(person)}
                >
                  Erase
                </Button>
              </TableCell>
            </TableRow>
          ))}
        </TableBody>
      </Table>
      <Problem of={look.error ?? erase.error} />
      <Dialog open={leaving !== null} onClose={() => setLeaving(null)}>
        <DialogTitle>Erase {leaving?.name}?</DialogTitle>
        <DialogContent>
          The account goes, with its tokens and its part in projects. What was drawn stays, without the name. This can’t
          be undone.
        </DialogContent>
        <DialogActions>
          <Button onClick={() => setLeaving(null)}>Keep</Button>
          <Button color="error" variant="contained" onClick={() => leaving && erase.mutate(leaving.id)}>
            Erase
          </Button>
        </DialogActions>
      </Dialog>
    </>
  )
}
