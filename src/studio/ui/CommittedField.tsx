'use client'

import TextField, { type TextFieldProps } from '@mui/material/TextField'
import { useState } from 'react'
import { FIGURE_FONT } from './figure-font'
import { useSay } from './say'

type CommittedFieldProps = Omit<TextFieldProps, 'value' | 'onChange' | 'onBlur' | 'onKeyDown'> & {
  readonly value: string
  /** @throws Error with a sentence where the text can't be taken */
  readonly onCommit: (text: string) => void
}

const FIGURE = /^[+−-]?[\d.]/

/** A field that takes effect with Enter or when it is left, and goes back where it can't be read. */
export function CommittedField({ value, onCommit, sx, ...looks }: CommittedFieldProps) {
  const say = useSay()
  const [typed, setTyped] = useState<string | null>(null)
  const take = () => {
    const text = typed?.trim()
    setTyped(null)
    if (text === undefined) return
    try {
      onCommit(text)
    } catch (error) {
      say((error as Error).message)
    }
  }
  return (
    <TextField
      size="small"
      {...looks}
      sx={[{ '& input': { fontFamily: FIGURE.test(value) ? FIGURE_FONT : undefined } }, ...[sx ?? {}].flat()]}
      value={typed ?? value}
      onChange={({ target }) => setTyped(target.value)}
      onBlur={take}
      onKeyDown={({ key, currentTarget }) => key === 'Enter' && currentTarget.querySelector('input')?.blur()}
    />
  )
}
