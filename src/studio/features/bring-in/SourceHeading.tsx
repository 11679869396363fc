import CloseIcon from '@mui/icons-material/Close'
import Alert from '@mui/material/Alert'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import IconButton from '@mui/material/IconButton'
import Stack from '@mui/material/Stack'
import Tooltip from '@mui/material/Tooltip'
import Typography from '@mui/material/Typography'
import { underlaysOf } from '@/core/model/underlay/underlays'
import { api, type SourceView } from '@/studio/state/api'
import { tell } from '@/studio/state/notices'
import { useProject } from '@/studio/state/project'
import { refreshSources } from '@/studio/state/sources'
import { FileChooser } from './FileChooser'
import { PasswordForm } from './PasswordForm'
import { Progress } from './Progress'
import { putBack } from './uploads'

/** A file on the wall: its name, how its reading goes, and what can be done with it as a whole. */
export function SourceHeading({ source }: { source: SourceView }) {
  const { id, name, status, problem, damage, holds, pageCount, sheets, canTryAgain } = source
  const newer = useProject((project) => project.sources.find(({ supersedes }) => supersedes === id))
  const used = useProject((project) =>
    underlaysOf(project.records).some(({ sheetId }) => sheets.some((sheet) => sheet.id === sheetId)),
  )
  const act = (work: Promise<unknown>) => work.then(refreshSources, (error: Error) => tell(error.message))
  const remove = () => act(api.removeSource(id))
  const readOn = () => act(api.resumeReading(id))
  const pagesGivenUp = sheets.filter((sheet) => sheet.canTryAgain).length
  const stopped = sheets.filter((sheet) => sheet.status === 'stopped').length
  return (
    <Box component="section" aria-label={name}>
      <Stack
        direction="row"
        sx={{ alignItems: 'center', gap: 1.5, borderBottom: 1, borderColor: 'divider', pb: 0.5, minHeight: 40 }}
      >
        <Typography variant="h2" sx={{ overflowWrap: 'anywhere' }}>
          {name}
        </Typography>
        <Typography color="text.secondary" sx={{ flexGrow: 1, whiteSpace: 'nowrap' }}>
          {pageCount !== null && (pageCount === 1 ? 'one page' : `${pageCount} pages`)}
          {newer && ` · superseded by ${newer.name}`}
        </Typography>
        {newer && (
          <Button size="small" variant="outlined" onClick={() => void putBack(source, newer)}>
            Put back
          </Button>
        )}
        {status === 'ready' && !newer && (
          <FileChooser label={`Newer revision of ${name}`} size="small" variant="outlined" sendAs={{ supersedes: id }}>
            Newer revision
          </FileChooser>
        )}
        <Tooltip title={used ? 'A sheet of this file lies on the board' : 'Remove this file'}>
          <span>
            <IconButton size="small" aria-label={`Remove ${name}`} disabled={used} onClick={remove}>
              <CloseIcon fontSize="small" />
            </IconButton>
          </span>
        </Tooltip>
      </Stack>
      <Stack sx={{ gap: 1, '& > *': { mt: 1 } }}>
        {damage && (
          <Alert
            severity="error"
            action={
              <FileChooser
                label={`Give ${name} again`}
                size="small"
                variant="outlined"
                color="error"
                sendAs={{ again: id }}
              >
                Give it again
              </FileChooser>
            }
          >
            {damage}
          </Alert>
        )}
        {holds.length > 0 && <Holds files={holds} />}
        {problem && status === 'failed' && (
          <Alert severity="error" action={canTryAgain && <TryAgain onClick={readOn} />}>
            {problem}
          </Alert>
        )}
        {pagesGivenUp > 0 && status !== 'reading' && (
          <Alert severity="warning" action={<TryAgain onClick={readOn} />}>
            {pagesGivenUp === 1 ? 'One page' : `${pagesGivenUp} pages`} could not be read, and not by any fault of the
            file.
          </Alert>
        )}
        {status === 'locked' && <PasswordForm sourceId={id} sentence={problem ?? ''} />}
        {status === 'waiting' && <Progress label={`Opening ${name}`} part={0} onStop={remove} />}
        {status === 'reading' && <Reading source={source} onStop={() => act(api.stopReading(id))} />}
        {stopped > 0 && status !== 'reading' && (
          <Stack direction="row" sx={{ alignItems: 'center', gap: 1.5 }}>
            <Typography role="status">
              {stopped === 1 ? 'One page was' : `${stopped} pages were`} not read: stopped.
            </Typography>
            <Button size="small" variant="outlined" onClick={readOn}>
              Read on
            </Button>
          </Stack>
        )}
      </Stack>
    </Box>
  )
}

/** What a portfolio holds: files of its own beside it, and what can't be read. */
function Holds({ files }: { files: SourceView['holds'] }) {
  const listed = (readable: boolean) =>
    files
      .filter((file) => file.readable === readable)
      .map(({ name }) => name)
      .join(', ')
  const [here, left] = [listed(true), listed(false)]
  return (
    <Alert severity="info" variant="outlined">
      {`A portfolio of ${files.length === 1 ? 'one file' : `${files.length} files`}. `}
      {here && `On this wall as files of their own: ${here}. `}
      {left && `Can’t be read: ${left}.`}
    </Alert>
  )
}

const TryAgain = ({ onClick }: { onClick: () => void }) => (
  <Button size="small" variant="outlined" color="inherit" onClick={onClick}>
    Try again
  </Button>
)

function Reading({ source, onStop }: { source: SourceView; onStop: () => void }) {
  const { sheets } = source
  const count = (which: (status: SourceView['sheets'][number]['status']) => boolean) =>
    sheets.filter(({ status }) => which(status)).length
  const pictured = count((status) => status !== 'waiting')
  const done = count((status) => status === 'ready' || status === 'failed')
  if (done === sheets.length) return null
  const label =
    pictured < sheets.length
      ? `Drawing page ${pictured + 1} of ${sheets.length}`
      : `Reading the lines of page ${done + 1} of ${sheets.length}`
  return <Progress label={label} part={(pictured + done) / (2 * sheets.length)} onStop={onStop} />
}
