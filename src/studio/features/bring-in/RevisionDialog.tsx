import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import Dialog from '@mui/material/Dialog'
import DialogActions from '@mui/material/DialogActions'
import DialogContent from '@mui/material/DialogContent'
import DialogTitle from '@mui/material/DialogTitle'
import LinearProgress from '@mui/material/LinearProgress'
import MenuItem from '@mui/material/MenuItem'
import TextField from '@mui/material/TextField'
import Typography from '@mui/material/Typography'
import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { underlaysOf } from '@/core/model/underlay/underlays'
import type { PageMatch } from '@/core/sheet/likeness'
import { goTo } from '@/studio/board/workbench'
import { showWhatChanged, takeIssue } from '@/studio/features/revisions/feature'
import { api, contentUrl, type SheetView } from '@/studio/state/api'
import { useProject } from '@/studio/state/project'
import { PagePicture } from '@/studio/ui/PagePicture'
import { pageTitle } from './PageCard'
import { useUploads } from './uploads'

const BY_WORDS: Record<NonNullable<PageMatch['by']>, string> = {
  content: 'alike',
  number: 'same page number',
}

/** Shows which page of a newer revision takes the place of each page in use, to be corrected before anything changes. */
export function RevisionDialog() {
  const revising = useUploads((state) => state.revising)
  const sources = useProject((project) => project.sources)
  const newer = sources.find(({ id }) => id === revising)
  const older = sources.find(({ id }) => id === newer?.supersedes)
  if (!newer || !older) return null
  const close = () => useUploads.setState({ revising: null })
  const read = newer.status === 'ready'
  return (
    <Dialog open onClose={close} maxWidth="md" fullWidth aria-labelledby="revision-title">
      <DialogTitle id="revision-title">
        {newer.name} in place of {older.name}
      </DialogTitle>
      {newer.status === 'failed' || newer.status === 'locked' ? (
        <DialogContent>
          <Typography>{newer.problem}</Typography>
        </DialogContent>
      ) : read ? (
        <Matches key={newer.id} newerId={newer.id} olderId={older.id} onDone={close} />
      ) : (
        <DialogContent>
          <Typography sx={{ mb: 1 }}>Its pages are being read, so that they can be told apart …</Typography>
          <LinearProgress color="secondary" aria-label="Reading the newer revision" />
        </DialogContent>
      )}
      {!read && (
        <DialogActions>
          <Button onClick={close}>Leave all as it is</Button>
        </DialogActions>
      )}
    </Dialog>
  )
}

function Matches({ newerId, olderId, onDone }: { newerId: string; olderId: string; onDone: () => void }) {
  const sources = useProject((project) => project.sources)
  const records = useProject((project) => project.records)
  const { data } = useQuery({ queryKey: ['matches', newerId], queryFn: () => api.matches(newerId) })
  const [corrected, setCorrected] = useState<ReadonlyMap<string, string>>(new Map())
  const older = sources.find(({ id }) => id === olderId)!.sheets
  const newer = sources.find(({ id }) => id === newerId)!.sheets.filter(({ status }) => status === 'ready')
  const used = older.filter(({ id }) => underlaysOf(records).some(({ sheetId }) => sheetId === id))
  const matchOf = (sheet: SheetView) => data?.find(({ from }) => from === sheet.id)
  const chosen = (sheet: SheetView) => corrected.get(sheet.id) ?? matchOf(sheet)?.to ?? ''
  const [busy, setBusy] = useState(false)
  const accept = async () => {
    setBusy(true)
    const pages = new Map(used.map((sheet) => [sheet.id, chosen(sheet)] as const).filter(([, to]) => to !== ''))
    const taken = await takeIssue(pages, 'Take newer revision')
    onDone()
    goTo('fit')
    await showWhatChanged(taken)
  }
  return (
    <>
      <DialogContent>
        <Typography color="text.secondary" sx={{ mb: 2 }}>
          {used.length === 0
            ? 'No page of the older file lies on the board, so nothing changes there.'
            : 'Each sheet keeps its place, size, crop and look: what both issues draw lies on itself. The older revision stays and can be put back.'}
        </Typography>
        {used.map((sheet) => {
          const to = newer.find(({ id }) => id === chosen(sheet))
          const by = corrected.has(sheet.id) ? 'chosen by you' : BY_WORDS[matchOf(sheet)?.by ?? 'number']
          return (
            <Box
              key={sheet.id}
              sx={{ display: 'grid', gridTemplateColumns: '180px 24px 180px 1fr', gap: 2, alignItems: 'center', mb: 2 }}
            >
              <Picture sheet={sheet} />
              <Typography aria-hidden sx={{ fontSize: 22 }}>
                →
              </Typography>
              {to ? <Picture sheet={to} /> : <Typography color="text.secondary">stays as it is</Typography>}
              <TextField
                select
                size="small"
                label={`In place of ${pageTitle(sheet)}`}
                value={chosen(sheet)}
                helperText={to ? by : 'no page is left for it'}
                onChange={({ target }) => setCorrected(new Map(corrected).set(sheet.id, target.value))}
              >
                <MenuItem value="">keep the older one</MenuItem>
                {newer.map((page) => (
                  <MenuItem key={page.id} value={page.id}>
                    {pageTitle(page)}
                  </MenuItem>
                ))}
              </TextField>
            </Box>
          )
        })}
      </DialogContent>
      <DialogActions>
        <Button onClick={onDone}>Leave all as it is</Button>
        <Button variant="contained" disabled={!data || busy} onClick={() => void accept()}>
          Take the newer revision
        </Button>
      </DialogActions>
    </>
  )
}

function Picture({ sheet }: { sheet: SheetView }) {
  return (
    <Box>
      {sheet.pictureHash && (
        <PagePicture
          src={contentUrl(sheet.pictureHash)}
          alt={pageTitle(sheet)}
          style={{ maxWidth: 180, maxHeight: 120, boxShadow: '0 1px 4px rgb(38 48 47 / 25%)' }}
        />
      )}
      <Typography sx={{ fontSize: 12.5 }} noWrap>
        {pageTitle(sheet)}
      </Typography>
    </Box>
  )
}
