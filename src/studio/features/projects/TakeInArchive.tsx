'use client'

import Button from '@mui/material/Button'
import { useRef } from 'react'

/** A project that was handed over whole, as a new one. */
export function TakeInArchive({ busy, onTake }: { busy: boolean; onTake: (file: File) => void }) {
  const input = useRef<HTMLInputElement>(null)
  return (
    <>
      <Button variant="outlined" disabled={busy} onClick={() => input.current?.click()} sx={{ height: 36 }}>
        {busy ? 'Importing …' : 'Import an archive'}
      </Button>
      <input
        ref={input}
        type="file"
        hidden
        accept=".zip,application/zip"
        aria-label="Archive to take in"
        onChange={({ target }) => {
          const [file] = target.files ?? []
          // The same file can be chosen again.
          target.value = ''
          if (file) onTake(file)
        }}
      />
    </>
  )
}
