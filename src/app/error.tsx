'use client'

import Button from '@mui/material/Button'
import Link from '@mui/material/Link'
import Stack from '@mui/material/Stack'
import Typography from '@mui/material/Typography'

/** Where a part of a page fails, or can't be loaded since Calque was renewed meanwhile: what was drawn is held by the browser. */
export default function PageFailed({ error }: { error: Error }) {
  const isMissing = error.name === 'ChunkLoadError'
  return (
    <Stack component="main" role="alert" spacing={2} sx={{ maxWidth: 480, mx: 'auto', mt: 12, px: 3 }}>
      <Typography variant="h5" component="h1">
        {isMissing ? 'A part of Calque could not be loaded' : 'This page failed'}
      </Typography>
      <Typography>
        {isMissing
          ? 'The server is away, or Calque was renewed meanwhile.'
          : 'That is Calque’s fault, and nothing that you did.'}{' '}
        What you drew is kept: load the page anew to go on.
      </Typography>
      <Stack direction="row" spacing={2} sx={{ alignItems: 'center' }}>
        <Button variant="contained" onClick={() => location.reload()}>
          Load anew
        </Button>
        <Link href="/">All projects</Link>
      </Stack>
    </Stack>
  )
}
