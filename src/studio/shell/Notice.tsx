import Alert from '@mui/material/Alert'
import Button from '@mui/material/Button'
import Snackbar from '@mui/material/Snackbar'
import { tell } from '@/studio/state/notices'
import { useProject } from '@/studio/state/project'

/** What was just said, with what can be done about it. A new sentence stands for its own time, whatever was said before. */
export function Notice() {
  const notice = useProject((project) => project.notice)
  const remedy = useProject((project) => project.remedy)
  const act = () => {
    tell(null)
    remedy?.act()
  }
  return (
    <Snackbar
      key={notice}
      open={notice !== null}
      autoHideDuration={8000}
      onClose={(_, reason) => reason !== 'clickaway' && tell(null)}
      anchorOrigin={{ vertical: 'top', horizontal: 'center' }}
      sx={{ mt: 6 }}
    >
      <Alert
        severity="info"
        icon={false}
        variant="outlined"
        onClose={() => tell(null)}
        sx={{ bgcolor: 'background.paper', borderColor: 'text.primary', color: 'text.primary' }}
      >
        {notice}
        {remedy && (
          <Button size="small" variant="outlined" onClick={act} sx={{ ml: 1.5, my: -0.5 }}>
            {remedy.word}
          </Button>
        )}
      </Alert>
    </Snackbar>
  )
}
