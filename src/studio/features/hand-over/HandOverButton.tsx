'use client'

import Button, { type ButtonProps } from '@mui/material/Button'
import type { HandOverChoice } from '@/core/formats/making'
import { handOver } from './makings'

interface Props extends Omit<ButtonProps<'a'>, 'href' | 'onClick'> {
  readonly projectId: string
  readonly format: string
  /** What is made, for the person: `IFC 4 model`. */
  readonly word: string
  readonly on?: HandOverChoice
}

/** Hands a file over: made beside, with its progress and a stop; opened in a tab of its own the link waits for it. */
export function HandOverButton({ projectId, format, word, on = {}, ...rest }: Props) {
  const query = new URLSearchParams(
    Object.entries(on).flatMap(([name, value]) => (value === undefined ? [] : [[name, String(value)]])),
  )
  return (
    <Button
      {...rest}
      component="a"
      href={`/api/projects/${projectId}/hand-over/${format}?${query}`}
      onClick={(event) => {
        event.preventDefault()
        void handOver(projectId, format, word, on)
      }}
    />
  )
}
