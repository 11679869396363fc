'use client'

import DeleteOutlined from '@mui/icons-material/DeleteOutlined'
import Button from '@mui/material/Button'
import IconButton from '@mui/material/IconButton'
import LinearProgress from '@mui/material/LinearProgress'
import Stack from '@mui/material/Stack'
import Typography from '@mui/material/Typography'
import { useQueryClient } from '@tanstack/react-query'
import dayjs from 'dayjs'
import { useState } from 'react'
import type { IssueView } from '@/core/project/views'
import { issuesApi, issueUrl } from '@/studio/state/issues-api'
import { tell } from '@/studio/state/notices'
import { useProject } from '@/studio/state/project'
import { compareSince } from './compare'
import { IssueForm } from './IssueForm'
import { issuesKey, useIssues } from './use-issues'

/** What was issued, each as it was, and the way to issue again. */
export function Issues() {
  const may = useProject((project) => project.may)
  const { issues, isLoading } = useIssues()
  const [open, setOpen] = useState(false)
  return (
    <Stack component="section" aria-label="Issues" sx={{ gap: 1 }}>
      <Typography variant="h3">Issues</Typography>
      <Typography color="text.secondary" sx={{ fontSize: 12.5 }}>
        An issue keeps the sheets, the model and the files as they are now. Nothing changes it later.
      </Typography>
      {issues.length > 0 && (
        <Stack component="ul" aria-label="What was issued" sx={{ listStyle: 'none', p: 0, m: 0 }}>
          {issues.map((issue) => (
            <Issue key={issue.id} issue={issue} />
          ))}
        </Stack>
      )}
      {issues.length === 0 && !isLoading && <Typography>Nothing has been issued yet.</Typography>}
      {may.has('edit') && !open && (
        <Button variant="outlined" size="small" sx={{ alignSelf: 'start' }} onClick={() => setOpen(true)}>
          Issue …
        </Button>
      )}
      {open && <IssueForm onDone={() => setOpen(false)} />}
    </Stack>
  )
}

const MB = 1 << 20

function Issue({ issue }: { readonly issue: IssueView }) {
  const { id, name, madeAt, author, status, problem, bytes, revision, formats } = issue
  const projectId = useProject((project) => project.id)
  const may = useProject((project) => project.may)
  const queries = useQueryClient()
  const remove = async () => {
    await issuesApi.removeIssue(projectId, id).catch((error: Error) => tell(error.message))
    await queries.invalidateQueries({ queryKey: issuesKey(projectId) })
  }
  const day = dayjs(madeAt).format('D MMMM YYYY, HH:mm')
  return (
    <Stack component="li" sx={{ py: 1, borderBottom: 1, borderColor: 'divider' }}>
      <Typography sx={{ fontWeight: 600 }}>{name}</Typography>
      <Typography color="text.secondary" sx={{ fontSize: 12.5 }}>
        {[day, author, bytes && `${formats.length + 1} files, ${(bytes / MB).toFixed(1)} MB`]
          .filter(Boolean)
          .join(' · ')}
      </Typography>
      {status === 'making' && (
        <LinearProgress color="secondary" aria-label={`Making the files of ${name}`} sx={{ my: 1 }} />
      )}
      {problem && (
        <Typography role="alert" color="error" sx={{ fontSize: 13 }}>
          {problem}
        </Typography>
      )}
      <Stack direction="row" sx={{ gap: 1, mt: 0.5, alignItems: 'center' }}>
        {status === 'ready' && may.has('hand-over') && (
          <Button
            size="small"
            variant="outlined"
            href={issueUrl(projectId, id)}
            download
            aria-label={`Download ${name}`}
          >
            Download
          </Button>
        )}
        <Button
          size="small"
          aria-label={`Compare ${name} with now`}
          onClick={() => void compareSince({ revision, word: name })}
        >
          Compare
        </Button>
        {may.has('manage') && (
          <IconButton size="small" aria-label={`Remove ${name}`} sx={{ ml: 'auto' }} onClick={() => void remove()}>
            <DeleteOutlined fontSize="small" />
          </IconButton>
        )}
      </Stack>
    </Stack>
  )
}
