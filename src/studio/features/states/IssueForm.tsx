'use client'

import Button from '@mui/material/Button'
import Checkbox from '@mui/material/Checkbox'
import FormControlLabel from '@mui/material/FormControlLabel'
import FormGroup from '@mui/material/FormGroup'
import Stack from '@mui/material/Stack'
import TextField from '@mui/material/TextField'
import Typography from '@mui/material/Typography'
import { useMutation, useQueryClient } from '@tanstack/react-query'
import { useState } from 'react'
import { HAND_OVER_FORMATS, type HandOverFormat, isIssuable } from '@/core/formats/hand-over'
import { issuesApi } from '@/studio/state/issues-api'
import { useProject } from '@/studio/state/project'
import { issuesKey } from './use-issues'

const ALL: readonly HandOverFormat[] = HAND_OVER_FORMATS

/** What most recipients ask for. */
const USUAL: readonly string[] = ['ifc', 'dxf', 'pdf', 'xlsx']

/** What else may go along, without the tables that XLSX holds already. */
const OFFERED = ALL.filter((format) => isIssuable(format) && format.extension !== 'csv')

/** Names an issue and says which files belong to it. */
export function IssueForm({ onDone }: { readonly onDone: () => void }) {
  const id = useProject((project) => project.id)
  const waiting = useProject((project) => project.waiting.length)
  const queries = useQueryClient()
  const [name, setName] = useState('')
  const [formats, setFormats] = useState<readonly string[]>(USUAL)
  const issue = useMutation({
    mutationFn: () => issuesApi.issue(id, { name: name.trim(), formats }),
    onSuccess: async () => {
      await queries.invalidateQueries({ queryKey: issuesKey(id) })
      onDone()
    },
  })
  const toggle = (format: string, wanted: boolean) =>
    setFormats(wanted ? [...formats, format] : formats.filter((each) => each !== format))
  return (
    <Stack
      component="form"
      aria-label="Issue the project"
      sx={{ gap: 1 }}
      onSubmit={(event) => {
        event.preventDefault()
        issue.mutate()
      }}
    >
      <TextField
        size="small"
        label="What for"
        placeholder="Issued for tender"
        required
        autoFocus
        value={name}
        slotProps={{ htmlInput: { maxLength: 100 } }}
        onChange={({ target }) => setName(target.value)}
      />
      <Typography sx={{ fontSize: 13 }}>Beside the whole project with its sheets:</Typography>
      <FormGroup sx={{ maxHeight: 190, overflow: 'auto', flexWrap: 'nowrap' }}>
        {OFFERED.map((format) => (
          <FormControlLabel
            key={format.name}
            label={<Typography sx={{ fontSize: 13 }}>{format.word}</Typography>}
            control={
              <Checkbox
                size="small"
                sx={{ py: 0.25 }}
                checked={formats.includes(format.name)}
                onChange={(_, wanted) => toggle(format.name, wanted)}
              />
            }
          />
        ))}
      </FormGroup>
      {issue.error && (
        <Typography role="alert" color="error">
          {issue.error.message}
        </Typography>
      )}
      {waiting > 0 && (
        <Typography color="text.secondary">Some changes are not kept yet: they are issued once they are.</Typography>
      )}
      <Stack direction="row" sx={{ gap: 1 }}>
        <Button
          type="submit"
          size="small"
          variant="contained"
          disabled={name.trim() === '' || waiting > 0 || issue.isPending}
        >
          Issue
        </Button>
        <Button size="small" onClick={onDone}>
          Cancel
        </Button>
      </Stack>
    </Stack>
  )
}
