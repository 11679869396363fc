'use client'

import DifferenceOutlined from '@mui/icons-material/DifferenceOutlined'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import IconButton from '@mui/material/IconButton'
import Stack from '@mui/material/Stack'
import Tooltip from '@mui/material/Tooltip'
import Typography from '@mui/material/Typography'
import { keepPreviousData, useInfiniteQuery } from '@tanstack/react-query'
import dayjs from 'dayjs'
import { withoutParts } from '@/core/model/change/parts'
import type { HistoryEntry } from '@/core/project/views'
import { compareSince, statesCard } from '@/studio/features/states/feature'
import { api } from '@/studio/state/api'
import { showCard } from '@/studio/state/bench'
import { backToNow, lookAtPast } from '@/studio/state/history'
import { tell } from '@/studio/state/notices'
import { useProject } from '@/studio/state/project'

const WORDS: Record<HistoryEntry['cause'], string> = { edit: '', undo: 'Undo: ', redo: 'Redo: ' }

/** What was done, latest first, with times; a click looks at the state after it. */
export function HistoryCard() {
  const id = useProject((project) => project.id)
  const revision = useProject((project) => project.revision)
  const past = useProject((project) => project.past)
  const { data, hasNextPage, fetchNextPage, isFetching } = useInfiniteQuery({
    queryKey: ['history', id, revision],
    queryFn: ({ pageParam }) => api.history(id, pageParam),
    // What was told stays in sight while the latest is fetched.
    placeholderData: keepPreviousData,
    initialPageParam: 2 ** 31 - 1,
    getNextPageParam: (last) => (last.length > 0 && last.at(-1)!.revision > 1 ? last.at(-1)!.revision : undefined),
  })
  const entries = withoutParts(data?.pages.flat() ?? [])
  if (entries.length === 0)
    return (
      <Typography color="text.secondary">{isFetching ? 'Fetching …' : 'Nothing has been done here yet.'}</Typography>
    )
  return (
    <>
      <Typography color="text.secondary" sx={{ mb: 1, fontSize: 12.5 }}>
        Click an entry to look at the project as it was after it. Nothing changes until you bring it back.
      </Typography>
      <Button size="small" variant="outlined" sx={{ mb: 1 }} onClick={() => showCard(statesCard)}>
        Issues and differences
      </Button>
      <Box component="ol" aria-label="What was done" sx={{ listStyle: 'none', p: 0, m: 0 }}>
        {entries.map((entry, i) => (
          <Box key={entry.revision} component="li">
            {dayOf(entry) !== dayOf(entries[i - 1]) && (
              <Typography variant="h3" sx={{ mt: i > 0 ? 1.5 : 0, mb: 0.5 }}>
                {dayOf(entry)}
              </Typography>
            )}
            <Entry entry={entry} looked={past?.revision === entry.revision} now={entry.revision === revision} />
          </Box>
        ))}
      </Box>
      {hasNextPage && (
        <Button size="small" onClick={() => void fetchNextPage()} disabled={isFetching}>
          Earlier
        </Button>
      )}
    </>
  )
}

const dayOf = (entry: HistoryEntry | undefined): string => (entry ? dayjs(entry.madeAt).format('D MMMM YYYY') : '')

interface EntryProps {
  readonly entry: HistoryEntry
  readonly looked: boolean
  readonly now: boolean
}

function Entry(props: EntryProps) {
  const { label, madeAt, revision } = props.entry
  const compare = () => void compareSince({ revision, word: `${label}, ${dayjs(madeAt).format('D MMM HH:mm')}` })
  return (
    <Stack direction="row" sx={{ alignItems: 'center' }}>
      <EntryButton {...props} />
      {!props.now && (
        <Tooltip title="What changed since">
          <IconButton
            size="small"
            aria-label={`What changed since ${dayjs(madeAt).format('HH:mm:ss')}`}
            onClick={compare}
          >
            <DifferenceOutlined sx={{ fontSize: 16 }} />
          </IconButton>
        </Tooltip>
      )}
    </Stack>
  )
}

function EntryButton({ entry, looked, now }: EntryProps) {
  const { label, cause, madeAt, edits, revision, author } = entry
  const look = () => (now ? backToNow() : lookAtPast(revision, madeAt).catch((error: Error) => tell(error.message)))
  return (
    <Button
      fullWidth
      size="small"
      aria-pressed={looked}
      onClick={() => void look()}
      sx={{
        justifyContent: 'space-between',
        textAlign: 'left',
        borderLeft: 3,
        borderRadius: 0,
        borderColor: looked ? 'error.main' : 'transparent',
        px: 1,
        py: 0.25,
        opacity: cause === 'undo' ? 0.75 : 1,
      }}
    >
      <Typography component="span" noWrap sx={{ fontSize: 13.5 }}>
        {WORDS[cause]}
        {label}
        {edits > 1 && (
          <Typography component="span" color="text.secondary" sx={{ fontSize: 12 }}>
            {' '}
            ({edits.toLocaleString('en')})
          </Typography>
        )}
      </Typography>
      <Typography component="span" variant="figure" color="text.secondary" sx={{ fontSize: 12, pl: 1 }}>
        {author && `${author}, `}
        {now ? 'now' : dayjs(madeAt).format('HH:mm:ss')}
      </Typography>
    </Button>
  )
}
