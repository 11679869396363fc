'use client'

import Button from '@mui/material/Button'

/** A project that was handed over whole, as a new one. */
export function TakeInArchive({ busy, onTake }: { busy: boolean; onTake: (file: File) => void }) {
  return (
    <Button component="label" variant="outlined" disabled={busy} sx={{ height: 36 }}>
      {busy ? 'Taking it in …' : 'Take in an archive'}
      <input
        type="file"
        accept=".zip,application/zip"
        aria-label="Take in an archive"
        onChange={({ target }) => {
          const [file] = target.files ?? []
          // The same file can be chosen again.
          target.value = ''
          if (file) onTake(file)
        }}
        style={{ position: 'absolute', width: 1, height: 1, opacity: 0 }}
      />
    </Button>
  )
}
