'use client'

import MoreIcon from '@mui/icons-material/MoreHoriz'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import IconButton from '@mui/material/IconButton'
import ListItemText from '@mui/material/ListItemText'
import Menu from '@mui/material/Menu'
import MenuItem from '@mui/material/MenuItem'
import Stack from '@mui/material/Stack'
import Typography from '@mui/material/Typography'
import { useQuery, useQueryClient } from '@tanstack/react-query'
import { useState } from 'react'
import type { SymbolRecord } from '@/core/model/symbol/schema'
import { toolContext, workbench } from '@/studio/board/workbench'
import { api } from '@/studio/state/api'
import { choose, useOptions } from '@/studio/state/bench'
import { put, remove } from '@/studio/state/edits'
import { tell } from '@/studio/state/notices'
import { useProject } from '@/studio/state/project'
import { NameField } from '@/studio/ui/NameField'
import { beginEditing, finishEditing, giveUpEditing, useEditedSymbol } from './editing'
import { symbolOptions } from './options'
import { SymbolPicture } from './SymbolPicture'
import { symbol as symbolTool } from './tools/symbol'
import { symbolBase } from './tools/symbol-base'

const LIBRARY = ['library']

/** The symbols of the project, and those of the library that it can take. */
export function SymbolList() {
  const records = useProject((project) => project.records)
  const chosen = useOptions(symbolOptions).symbolId
  const editing = useEditedSymbol()
  const library = useQuery({ queryKey: LIBRARY, queryFn: api.library })
  const symbols = [...records.values()].filter((record) => record.kind === 'symbol')
  const own = new Set(symbols.map(({ id }) => id))
  const others = (library.data ?? []).filter(({ id }) => !own.has(id))
  const place = (symbol: SymbolRecord) => {
    if (!own.has(symbol.id)) put('Take symbol from the library', symbol)
    choose(symbolOptions, { symbolId: symbol.id })
    workbench.take(symbolTool)
  }
  if (editing) return <EditingSymbol id={editing} />
  if (symbols.length === 0 && others.length === 0) return null
  return (
    <Box component="section" aria-label="Symbols" sx={{ mt: 2.5 }}>
      <Typography variant="h3" sx={{ mb: 0.5 }}>
        Symbols
      </Typography>
      {symbols.map((symbol) => (
        <SymbolRow key={symbol.id} symbol={symbol} chosen={symbol.id === chosen} onPlace={() => place(symbol)} />
      ))}
      {others.length > 0 && (
        <Typography color="text.secondary" sx={{ mt: 1, mb: 0.5, fontSize: 12.5 }}>
          In the library
        </Typography>
      )}
      {others.map(({ id, symbol }) => (
        <SymbolRow key={id} symbol={symbol} chosen={false} onPlace={() => place(symbol)} inLibrary />
      ))}
    </Box>
  )
}

interface SymbolRowProps {
  readonly symbol: SymbolRecord
  readonly chosen: boolean
  readonly inLibrary?: boolean
  readonly onPlace: () => void
}

function SymbolRow({ symbol, chosen, inLibrary = false, onPlace }: SymbolRowProps) {
  const [anchor, setAnchor] = useState<HTMLElement | null>(null)
  const client = useQueryClient()
  const uses = toolContext().plan.insertsOf(symbol.id)
  const withLibrary = (work: Promise<unknown>, said: string) => {
    setAnchor(null)
    work.then(
      () => {
        tell(said)
        return client.invalidateQueries({ queryKey: LIBRARY })
      },
      (error: Error) => tell(error.message),
    )
  }
  return (
    <Stack direction="row" sx={{ alignItems: 'center', borderTop: 1, borderColor: 'divider', gap: 1, py: 0.25 }}>
      <Button
        aria-label={`Place ${symbol.name}`}
        aria-pressed={chosen}
        onClick={onPlace}
        sx={{ p: 0.25, minWidth: 0, border: 1, borderColor: chosen ? 'error.main' : 'divider' }}
      >
        <SymbolPicture symbol={symbol} />
      </Button>
      <Box sx={{ flex: 1, minWidth: 0 }}>
        {inLibrary ? (
          <Typography noWrap sx={{ fontSize: 13.5 }}>
            {symbol.name}
          </Typography>
        ) : (
          <NameField
            label={`Name of symbol ${symbol.name}`}
            value={symbol.name}
            onChange={(name) => put('Rename symbol', { ...symbol, name: name.slice(0, 200) })}
          />
        )}
        {!inLibrary && (
          <Typography color="text.secondary" sx={{ fontSize: 12 }}>
            {uses.length === 0 ? 'not placed' : uses.length === 1 ? 'placed once' : `placed ${uses.length} times`}
          </Typography>
        )}
      </Box>
      <IconButton
        size="small"
        aria-label={`More for ${symbol.name}`}
        onClick={({ currentTarget }) => setAnchor(currentTarget)}
      >
        <MoreIcon sx={{ fontSize: 18 }} />
      </IconButton>
      <Menu
        anchorEl={anchor}
        open={anchor !== null}
        onClose={() => setAnchor(null)}
        slotProps={{ list: { dense: true } }}
      >
        {inLibrary
          ? [
              <MenuItem
                key="drop"
                onClick={() => withLibrary(api.removeFromLibrary(symbol.id), `${symbol.name} is out of the library.`)}
              >
                <ListItemText>Take out of the library</ListItemText>
              </MenuItem>,
            ]
          : [
              <MenuItem
                key="edit"
                onClick={() => {
                  setAnchor(null)
                  beginEditing(symbol, toolContext())
                }}
              >
                <ListItemText>Edit, for all that are placed</ListItemText>
              </MenuItem>,
              <MenuItem
                key="base"
                disabled={uses.length === 0}
                onClick={() => {
                  setAnchor(null)
                  choose(symbolOptions, { symbolId: symbol.id })
                  workbench.take(symbolBase)
                }}
              >
                <ListItemText>Choose its base point</ListItemText>
              </MenuItem>,
              <MenuItem
                key="keep"
                onClick={() =>
                  withLibrary(api.keepInLibrary(symbol), `${symbol.name} is in the library, for every project.`)
                }
              >
                <ListItemText>Keep in the library</ListItemText>
              </MenuItem>,
              <MenuItem
                key="delete"
                disabled={uses.length > 0}
                onClick={() => {
                  setAnchor(null)
                  remove('Delete symbol', symbol.id)
                }}
              >
                <ListItemText secondary={uses.length > 0 ? 'It is still placed' : undefined}>Delete</ListItemText>
              </MenuItem>,
            ]}
      </Menu>
    </Stack>
  )
}

/** While a symbol is edited its shapes lie on the plan like any others. */
function EditingSymbol({ id }: { id: string }) {
  const symbol = useProject((project) => project.records.get(id))
  return (
    <Box component="section" aria-label="Symbols" sx={{ mt: 2.5, p: 1.5, border: 1, borderColor: 'error.main' }}>
      <Typography sx={{ mb: 1 }}>
        You edit <strong>{symbol?.kind === 'symbol' ? symbol.name : 'a symbol'}</strong>: change its lines on the plan.
        What you draw meanwhile becomes part of it.
      </Typography>
      <Stack direction="row" sx={{ gap: 1 }}>
        <Button size="small" variant="contained" onClick={() => finishEditing(toolContext())}>
          Done
        </Button>
        <Button size="small" variant="outlined" onClick={() => giveUpEditing(toolContext())}>
          Leave it as it was
        </Button>
      </Stack>
    </Box>
  )
}
