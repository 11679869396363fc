'use client'

import Autocomplete from '@mui/material/Autocomplete'
import Box from '@mui/material/Box'
import Dialog from '@mui/material/Dialog'
import TextField from '@mui/material/TextField'
import { workbench } from '@/studio/board/workbench'
import { TOOLS } from '@/studio/features/registry'
import type { DialogProps } from '@/studio/kernel/dialog'
import { useNow } from '@/studio/state/now'
import { COMMANDS, shownKeys } from './commands'
import { isOffered, keyIn } from './keys'

interface Found {
  readonly word: string
  readonly about: string
  readonly keys: string
  run(): void
}

/** Finds tools and commands by their words. */
export function SearchDialog({ answer }: DialogProps<void, void>) {
  const now = useNow()
  const tools = TOOLS.filter((tool) => tool.steps.length > 0 && isOffered(tool, now.part !== null)).map(
    (tool): Found => ({
      word: tool.word,
      about: tool.group ?? 'tool',
      keys: keyIn(tool, now.step)?.toUpperCase() ?? '',
      run: () => workbench.take(tool),
    }),
  )
  const commands = COMMANDS.filter(({ when }) => !when || when(now)).map(
    (command): Found => ({ word: command.word, about: command.does, keys: shownKeys(command), run: command.run }),
  )
  return (
    <Dialog open onClose={() => answer(null)} maxWidth="sm" fullWidth aria-label="Search">
      <Autocomplete
        autoHighlight
        openOnFocus
        options={[...tools, ...commands]}
        getOptionLabel={({ word }) => word}
        getOptionKey={({ word, about }) => `${word} ${about}`}
        onChange={(_, found) => {
          answer(null)
          found?.run()
        }}
        renderOption={({ key, ...props }, { word, about, keys }) => (
          <Box component="li" key={key} {...props} sx={{ display: 'flex', gap: 2 }}>
            <Box component="span" sx={{ flex: 1 }}>
              {word}{' '}
              <Box component="span" sx={{ color: 'text.secondary', fontSize: 12.5 }}>
                {about}
              </Box>
            </Box>
            <kbd>{keys}</kbd>
          </Box>
        )}
        renderInput={(params) => (
          <TextField {...params} autoFocus label="A tool or a command" sx={{ m: 2, width: 'auto' }} />
        )}
      />
    </Dialog>
  )
}
