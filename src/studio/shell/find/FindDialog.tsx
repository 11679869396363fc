'use client'

import Autocomplete from '@mui/material/Autocomplete'
import Box from '@mui/material/Box'
import Dialog from '@mui/material/Dialog'
import TextField from '@mui/material/TextField'
import { useQuery } from '@tanstack/react-query'
import { useDeferredValue, useMemo, useState } from 'react'
import { found } from '@/core/text/find'
import { FINDERS } from '@/studio/features/registry'
import type { DialogProps } from '@/studio/kernel/dialog'
import type { Findable } from '@/studio/kernel/find'
import { usedLast, useLayout } from '@/studio/state/layout'
import { useNow } from '@/studio/state/now'
import { useProject } from '@/studio/state/project'
import { Keys } from '@/studio/ui/Keys'
import { findables, recentFirst } from './findables'

/** Shorter words stand on every page. */
const LEAST_LETTERS = 3
/** Longer lists nobody reads. */
const MOST_SHOWN = 60

const NOTHING: readonly Findable[] = []

/** What must be asked for: pages by the text on them. */
function useAsked(typed: string): readonly Findable[] {
  const projectId = useProject((project) => project.id)
  const text = useDeferredValue(typed.trim())
  const { data } = useQuery({
    queryKey: ['find', projectId, text],
    queryFn: async () => (await Promise.all(FINDERS.map(({ ask }) => ask?.(text) ?? NOTHING))).flat(),
    enabled: text.length >= LEAST_LETTERS,
  })
  return text.length >= LEAST_LETTERS ? (data ?? NOTHING) : NOTHING
}

/** One field for everything: tools, commands, sheets, text on pages, rooms, types. */
export function FindDialog({ answer }: DialogProps<void, void>) {
  const now = useNow()
  const recent = useLayout((layout) => layout.recent)
  const [typed, setTyped] = useState('')
  const asked = useAsked(typed)
  const options = useMemo(() => recentFirst(findables(now), recent), [now, recent])
  return (
    <Dialog
      open
      onClose={() => answer(null)}
      maxWidth="sm"
      fullWidth
      transitionDuration={0}
      aria-label="Find"
      sx={{ '& .MuiDialog-container': { alignItems: 'start' } }}
    >
      <Autocomplete
        open
        autoHighlight
        disableCloseOnSelect
        forcePopupIcon={false}
        options={options}
        filterOptions={(all) => [...found(typed, all).slice(0, MOST_SHOWN), ...asked]}
        getOptionLabel={({ word }) => word}
        getOptionKey={({ id }) => id}
        isOptionEqualToValue={(a, b) => a.id === b.id}
        inputValue={typed}
        onInputChange={(_, next, reason) => reason === 'input' && setTyped(next)}
        onChange={(_, chosen) => {
          answer(null)
          if (!chosen) return
          usedLast(chosen.id)
          chosen.run()
        }}
        onKeyDown={(event) => {
          if (event.key === 'Escape') answer(null)
        }}
        noOptionsText="Nothing goes by that word."
        slotProps={{ popper: { disablePortal: true, placement: 'bottom' }, listbox: { 'aria-label': 'Found' } }}
        renderOption={({ key, ...props }, { word, about, keys }) => (
          <Box component="li" key={key} {...props} sx={{ display: 'flex', gap: 2 }}>
            <Box component="span" sx={{ flex: 1, minWidth: 0 }}>
              {word}{' '}
              <Box component="span" sx={{ color: 'text.secondary', fontSize: 12.5 }}>
                {about}
              </Box>
            </Box>
            {keys && <Keys>{keys}</Keys>}
          </Box>
        )}
        renderInput={(params) => (
          <TextField {...params} autoFocus fullWidth label="Find a tool, a sheet, a room, a word" />
        )}
        sx={{ width: '100%', minHeight: 460, p: 2 }}
      />
    </Dialog>
  )
}
