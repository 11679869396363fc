'use client'

import DeleteOutline from '@mui/icons-material/DeleteOutlined'
import Alert from '@mui/material/Alert'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import Dialog from '@mui/material/Dialog'
import DialogActions from '@mui/material/DialogActions'
import DialogContent from '@mui/material/DialogContent'
import DialogTitle from '@mui/material/DialogTitle'
import IconButton from '@mui/material/IconButton'
import Stack from '@mui/material/Stack'
import Tooltip from '@mui/material/Tooltip'
import Typography from '@mui/material/Typography'
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query'
import dayjs from 'dayjs'
import Link from 'next/link'
import { useRouter } from 'next/navigation'
import { useState } from 'react'
import { AccountMenu } from '@/studio/features/people/feature'
import { STEP_SENTENCES, STEP_WORDS, STEPS } from '@/studio/kernel/step'
import { api, contentUrl, type ProjectSummary } from '@/studio/state/api'
import { Logo } from '@/studio/ui/Logo'
import { PagePicture } from '@/studio/ui/PagePicture'
import { toned } from '@/studio/ui/palette'
import { NewProject } from './NewProject'
import { TakeInArchive } from './TakeInArchive'
import { Trash } from './Trash'

export function ProjectList() {
  const router = useRouter()
  const queries = useQueryClient()
  const [leaving, setLeaving] = useState<ProjectSummary | null>(null)
  const projects = useQuery({ queryKey: ['projects'], queryFn: api.projects })
  const create = useMutation({
    mutationFn: api.createProject,
    onSuccess: ({ id }) => router.push(`/projects/${id}`),
  })
  const takeIn = useMutation({
    mutationFn: api.takeInArchive,
    onSuccess: ({ id }) => router.push(`/projects/${id}`),
  })
  const remove = useMutation({
    mutationFn: api.deleteProject,
    onSuccess: () => {
      setLeaving(null)
      return Promise.all([
        queries.invalidateQueries({ queryKey: ['projects'] }),
        queries.invalidateQueries({ queryKey: ['trash'] }),
      ])
    },
  })

  return (
    <Box component="main" sx={{ maxWidth: 1080, mx: 'auto', px: 4, py: 5 }}>
      <Stack
        direction="row"
        sx={{ alignItems: 'flex-end', justifyContent: 'space-between', gap: 4, mb: 4, flexWrap: 'wrap' }}
      >
        <Box>
          <Stack direction="row" sx={{ alignItems: 'center', gap: 1.5 }}>
            <Logo sizePx={38} />
            <Typography variant="h1">Calque</Typography>
          </Stack>
          <Typography color="text.secondary" sx={{ mt: 1 }}>
            Lay a plan under the board, bring it to true size, trace it.
          </Typography>
        </Box>
        <Stack direction="row" sx={{ gap: 1.5, alignItems: 'flex-start', flexWrap: 'wrap' }}>
          <NewProject busy={create.isPending} onCreate={(name) => create.mutate(name)} />
          <TakeInArchive busy={takeIn.isPending} onTake={(file) => takeIn.mutate(file)} />
          <AccountMenu />
        </Stack>
      </Stack>
      {[projects.error, create.error, takeIn.error, remove.error].filter(Boolean).map((error) => (
        <Alert key={error!.message} severity="error" sx={{ mb: 2 }}>
          {error!.message}
        </Alert>
      ))}
      <Box
        component="ul"
        aria-label="Projects"
        sx={{
          listStyle: 'none',
          p: 0,
          m: 0,
          display: 'grid',
          gap: 2.5,
          gridTemplateColumns: 'repeat(auto-fill, minmax(300px, 1fr))',
        }}
      >
        {projects.data?.map((project) => (
          <ProjectCard key={project.id} project={project} onRemove={() => setLeaving(project)} />
        ))}
      </Box>
      {projects.data?.length === 0 && (
        <Typography color="text.secondary">No project yet. Name one above, then drop a PDF onto it.</Typography>
      )}
      <Trash />
      <WayThrough />
      <Dialog open={leaving !== null} onClose={() => setLeaving(null)}>
        <DialogTitle>Delete “{leaving?.name}”?</DialogTitle>
        <DialogContent>It goes into the trash, from where you can restore it for 30 days.</DialogContent>
        <DialogActions>
          <Button onClick={() => setLeaving(null)}>Keep it</Button>
          <Button color="error" variant="contained" onClick={() => leaving && remove.mutate(leaving.id)}>
            Delete
          </Button>
        </DialogActions>
      </Dialog>
    </Box>
  )
}

/** The five steps in a sentence each, for whoever is new. */
function WayThrough() {
  return (
    <Box component="section" aria-labelledby="way-through" sx={{ mt: 7 }}>
      <Typography id="way-through" variant="h2" sx={{ mb: 2 }}>
        The way through a job
      </Typography>
      <Box
        component="ol"
        sx={{
          listStyle: 'none',
          p: 0,
          m: 0,
          display: 'grid',
          columnGap: 2.5,
          rowGap: 2,
          gridTemplateColumns: 'repeat(auto-fit, minmax(170px, 1fr))',
        }}
      >
        {STEPS.map((step, i) => (
          <Box component="li" key={step} sx={{ borderTop: 2, borderColor: 'text.primary', pt: 1 }}>
            <Typography variant="h3">
              {i + 1} {STEP_WORDS[step]}
            </Typography>
            <Typography color="text.secondary" sx={{ fontSize: 13, mt: 0.5 }}>
              {STEP_SENTENCES[step]}
            </Typography>
          </Box>
        ))}
      </Box>
    </Box>
  )
}

function ProjectCard({ project, onRemove }: { project: ProjectSummary; onRemove: () => void }) {
  const { id, name, pictureHash, underlays, elements, changedAt } = project
  return (
    <Box
      component="li"
      sx={{
        position: 'relative',
        bgcolor: 'background.paper',
        border: 1,
        borderColor: 'divider',
        boxShadow: `5px 5px 0 ${toned('vellumDeep')}`,
        '&:hover': { borderColor: 'text.primary' },
      }}
    >
      <Link href={`/projects/${id}`} style={{ color: 'inherit', textDecoration: 'none', display: 'block' }}>
        <Box
          sx={{
            height: 176,
            borderBottom: 1,
            borderColor: 'divider',
            bgcolor: toned('vellumDeep'),
            p: 1.25,
          }}
        >
          {pictureHash && (
            <PagePicture
              src={contentUrl(pictureHash)}
              alt=""
              style={{ width: '100%', height: '100%', objectFit: 'contain' }}
            />
          )}
        </Box>
        <Box sx={{ p: 1.75, pr: 6 }}>
          <Typography variant="h2" noWrap>
            {name}
          </Typography>
          <Typography color="text.secondary" sx={{ fontSize: 13 }}>
            {count(underlays, 'sheet')}, {count(elements, 'element')} · {dayjs(changedAt).format('D MMM YYYY, HH:mm')}
          </Typography>
        </Box>
      </Link>
      <Tooltip title="Delete project">
        <IconButton
          aria-label={`Delete ${name}`}
          onClick={onRemove}
          sx={{ position: 'absolute', right: 8, bottom: 12 }}
        >
          <DeleteOutline fontSize="small" />
        </IconButton>
      </Tooltip>
    </Box>
  )
}

const count = (n: number, what: string): string => (n === 1 ? `1 ${what}` : `${n} ${what}s`)
