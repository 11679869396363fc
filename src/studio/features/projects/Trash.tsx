'use client'

import Button from '@mui/material/Button'
import Dialog from '@mui/material/Dialog'
import DialogActions from '@mui/material/DialogActions'
import DialogContent from '@mui/material/DialogContent'
import DialogTitle from '@mui/material/DialogTitle'
import List from '@mui/material/List'
import ListItem from '@mui/material/ListItem'
import ListItemText from '@mui/material/ListItemText'
import Stack from '@mui/material/Stack'
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query'
import dayjs from 'dayjs'
import { useState } from 'react'
import { api, type TrashedProject } from '@/studio/state/api'

/** Deleted projects, which can be restored for a while. Nothing shows where there are none. */
export function Trash() {
  const queries = useQueryClient()
  const [open, setOpen] = useState(false)
  const [leaving, setLeaving] = useState<TrashedProject | null>(null)
  const trash = useQuery({ queryKey: ['trash'], queryFn: api.trash })
  const look = () =>
    Promise.all([
      queries.invalidateQueries({ queryKey: ['trash'] }),
      queries.invalidateQueries({ queryKey: ['projects'] }),
    ])
  const restore = useMutation({ mutationFn: api.restoreProject, onSettled: look })
  const remove = useMutation({
    mutationFn: api.removeForGood,
    onSettled: () => {
      setLeaving(null)
      return look()
    },
  })
  const projects = trash.data ?? []
  if (projects.length === 0) return null
  return (
    <>
      <Button variant="text" color="inherit" onClick={() => setOpen(true)} sx={{ mt: 2 }}>
        Trash ({projects.length})
      </Button>
      <Dialog open={open} onClose={() => setOpen(false)} maxWidth="sm" fullWidth>
        <DialogTitle>Trash</DialogTitle>
        <DialogContent>
          Deleted projects are kept for 30 days with their files and their history.
          <List aria-label="Deleted projects">
            {projects.map((project) => (
              <ListItem key={project.id} disableGutters sx={{ gap: 1 }}>
                <ListItemText
                  primary={project.name}
                  secondary={`Deleted ${dayjs(project.deletedAt).format('D MMM YYYY, HH:mm')}, is deleted permanently on ${dayjs(project.goesAt).format('D MMM YYYY')}`}
                />
                <Stack direction="row" sx={{ gap: 1, flexShrink: 0 }}>
                  <Button
                    size="small"
                    variant="outlined"
                    aria-label={`Restore ${project.name}`}
                    onClick={() => restore.mutate(project.id)}
                  >
                    Restore
                  </Button>
                  <Button
                    size="small"
                    color="error"
                    aria-label={`Delete ${project.name} permanently`}
                    onClick={() => setLeaving(project)}
                  >
                    Delete permanently
                  </Button>
                </Stack>
              </ListItem>
            ))}
          </List>
        </DialogContent>
        <DialogActions>
          <Button variant="contained" onClick={() => setOpen(false)}>
            Close
          </Button>
        </DialogActions>
      </Dialog>
      <Dialog open={leaving !== null} onClose={() => setLeaving(null)}>
        <DialogTitle>Delete “{leaving?.name}” permanently?</DialogTitle>
        <DialogContent>Its files, its tracing and its whole history go with it. This can’t be undone.</DialogContent>
        <DialogActions>
          <Button onClick={() => setLeaving(null)}>Keep it</Button>
          <Button color="error" variant="contained" onClick={() => leaving && remove.mutate(leaving.id)}>
            Delete permanently
          </Button>
        </DialogActions>
      </Dialog>
    </>
  )
}
