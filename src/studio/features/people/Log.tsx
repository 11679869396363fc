'use client'

import List from '@mui/material/List'
import ListItem from '@mui/material/ListItem'
import ListItemText from '@mui/material/ListItemText'
import Typography from '@mui/material/Typography'
import { useQuery } from '@tanstack/react-query'
import dayjs from 'dayjs'
import { peopleApi } from '@/studio/state/people-api'
import { logWords } from './log-words'
import { Problem } from './Problem'

/** Who did what with a project, beside drawing: that is told by its history. */
export function Log({ projectId }: { readonly projectId: string }) {
  const log = useQuery({ queryKey: ['log', projectId], queryFn: () => peopleApi.log(projectId) })
  const people = useQuery({ queryKey: ['people', projectId], queryFn: () => peopleApi.people(projectId) })
  const names = new Map(people.data?.people.map(({ id, name }) => [`person:${id}`, name]))
  return (
    <>
      <Problem of={log.error} />
      {log.data?.length === 0 && <Typography>Nothing yet.</Typography>}
      <List dense aria-label="Who did what">
        {log.data?.map(({ id, at, actor, action }) => (
          <ListItem key={id} disableGutters>
            <ListItemText
              primary={logWords(action)}
              secondary={`${names.get(actor) ?? WHO[actor.split(':')[0]!] ?? 'Somebody'}, ${dayjs(at).format('D MMM YYYY, HH:mm')}`}
            />
          </ListItem>
        ))}
      </List>
    </>
  )
}

/** Who is no person of the project, or none any more. */
const WHO: Readonly<Record<string, string>> = {
  person: 'Somebody of the organisation, or a former member',
  token: 'A program',
  link: 'Somebody by a link',
}
