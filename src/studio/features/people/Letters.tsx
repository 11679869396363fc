'use client'

import Box from '@mui/material/Box'
import Link from '@mui/material/Link'
import Typography from '@mui/material/Typography'
import { useQuery } from '@tanstack/react-query'
import dayjs from 'dayjs'
import { peopleApi } from '@/studio/state/people-api'
import { PersonPage } from './PersonPage'
import { Problem } from './Problem'

const ADDRESS = /(https?:\/\/\S+)/

/** What Calque wrote, while no mail server is set. */
export function Letters() {
  const letters = useQuery({ queryKey: ['letters'], queryFn: peopleApi.letters, retry: false })
  return (
    <PersonPage title="Letters">
      <Typography color="text.secondary" sx={{ mb: 3 }}>
        No mail server is set (CALQUE_SMTP), so letters are kept here for 30 days instead of being sent.
      </Typography>
      <Problem of={letters.error} />
      {letters.data?.length === 0 && <Typography>Nothing was written yet.</Typography>}
      {letters.data?.map((letter) => (
        <Box
          component="article"
          key={letter.id}
          aria-label={letter.subject}
          sx={{ mb: 2, p: 2, border: 1, borderColor: 'divider', bgcolor: 'background.paper', borderRadius: 1 }}
        >
          <Typography variant="h3">{letter.subject}</Typography>
          <Typography color="text.secondary" sx={{ fontSize: 12.5, mb: 1 }}>
            to {letter.to}, {dayjs(letter.sentAt).format('D MMM YYYY, HH:mm')}
          </Typography>
          <Typography sx={{ whiteSpace: 'pre-wrap', overflowWrap: 'anywhere' }}>
            {letter.text.split(ADDRESS).map((piece) =>
              ADDRESS.test(piece) ? (
                <Link key={piece} href={piece} color="text.primary">
                  {piece}
                </Link>
              ) : (
                piece
              ),
            )}
          </Typography>
        </Box>
      ))}
    </PersonPage>
  )
}
