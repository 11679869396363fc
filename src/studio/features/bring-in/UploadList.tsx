import Alert from '@mui/material/Alert'
import Stack from '@mui/material/Stack'
import { Progress } from './Progress'
import { useUploads } from './uploads'

/** Files on their way to the server, and those that did not get there. */
export function UploadList() {
  const uploads = useUploads((state) => state.list)
  if (uploads.length === 0) return null
  return (
    <Stack sx={{ gap: 1.5, mb: 3 }}>
      {uploads.map(({ key, name, part, problem, stop }) =>
        problem ? (
          <Alert key={key} severity="error" onClose={stop}>
            {problem}
          </Alert>
        ) : (
          <Progress key={key} label={`Sending ${name}`} part={part} onStop={stop} />
        ),
      )}
    </Stack>
  )
}
