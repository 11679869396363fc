import TextField from '@mui/material/TextField'
import { useQuery } from '@tanstack/react-query'
import { useDeferredValue, useState } from 'react'
import { api } from '@/studio/state/api'
import { useProject } from '@/studio/state/project'
import { isUnread } from '@/studio/tooling/sheet-of'

export interface Found {
  readonly text: string
  setText(text: string): void
  /** Pages that hold the text; null where none is looked for. */
  readonly sheetIds: ReadonlySet<string> | null
  /** By page, the line in which it stands. */
  readonly lines: ReadonlyMap<string, string>
}

const NO_LINES: ReadonlyMap<string, string> = new Map()

/** Looks for pages by the text on them. */
export function useFound(): Found {
  const projectId = useProject((project) => project.id)
  const read = useProject((project) =>
    project.sources.reduce((sum, { sheets }) => sum + sheets.filter(({ status }) => status === 'ready').length, 0),
  )
  const [text, setText] = useState('')
  const wanted = useDeferredValue(text.trim())
  const { data } = useQuery({
    queryKey: ['pages', projectId, wanted, read],
    queryFn: () => api.findPages(projectId, wanted),
    enabled: wanted !== '',
    placeholderData: (before) => before,
  })
  const lines = wanted !== '' && data ? new Map(data.map(({ sheetId, line }) => [sheetId, line])) : NO_LINES
  return { text, setText, lines, sheetIds: wanted !== '' && data ? new Set(lines.keys()) : null }
}

export function FindField({ found }: { found: Found }) {
  const unread = useProject((project) =>
    project.sources.reduce((sum, { sheets }) => sum + sheets.filter(isUnread).length, 0),
  )
  return (
    <TextField
      size="small"
      type="search"
      label="Find text on pages"
      value={found.text}
      onChange={({ target }) => found.setText(target.value)}
      helperText={found.sheetIds ? countWords(found.sheetIds.size, unread) : undefined}
      slotProps={{
        formHelperText: { role: 'status', sx: { position: 'absolute', top: '100%', mt: 0, whiteSpace: 'nowrap' } },
      }}
      sx={{ width: 220 }}
    />
  )
}

/** Pages that are not read yet may hold it too: they are looked through as they come. */
function countWords(count: number, unread: number): string {
  const so = unread > 0 ? ' so far' : ''
  const found = count === 0 ? `on no page${so}` : count === 1 ? `on one page${so}` : `on ${count} pages${so}`
  return unread > 0 ? `${found}, ${unread} not read yet` : found
}
