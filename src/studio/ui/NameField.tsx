'use client'

import InputBase from '@mui/material/InputBase'
import { useState } from 'react'

/** A name that is changed in place: Enter or leaving takes it, Esc gives it up. */
export function NameField({
  label,
  value,
  onChange,
}: {
  label: string
  value: string
  onChange: (name: string) => void
}) {
  const [typed, setTyped] = useState<string | null>(null)
  const take = () => {
    const name = typed?.trim()
    if (name && name !== value) onChange(name.slice(0, 200))
    setTyped(null)
  }
  return (
    <InputBase
      fullWidth
      value={typed ?? value}
      onChange={({ target }) => setTyped(target.value)}
      onBlur={take}
      onKeyDown={(event) => {
        if (event.key === 'Enter') event.currentTarget.querySelector('input')?.blur()
        if (event.key === 'Escape') {
          setTyped(null)
          event.stopPropagation()
        }
      }}
      inputProps={{ 'aria-label': label, maxLength: 200 }}
      sx={{
        fontSize: 13.5,
        fontWeight: 550,
        '& input': { p: '2px 4px', textOverflow: 'ellipsis', borderBottom: '1px solid transparent' },
        '& input:hover': { borderColor: 'divider' },
      }}
    />
  )
}
