'use client'

import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import Stack from '@mui/material/Stack'
import Typography from '@mui/material/Typography'
import { ofKind } from '@/core/model/of-kind'
import type { SymbolRecord } from '@/core/model/symbol/schema'
import { toolContext, workbench } from '@/studio/board/workbench'
import { choose, useOptions } from '@/studio/state/bench'
import { takeItem, useLibrary } from '@/studio/state/library'
import { useProject } from '@/studio/state/project'
import { finishEditing, giveUpEditing, useEditedSymbol } from './editing'
import { LibraryRow } from './LibraryRow'
import { symbolOptions } from './options'
import { SymbolRow } from './SymbolRow'
import { symbol as symbolTool } from './tools/symbol'

/** The symbols of the project, and those of the library that it can take. */
export function SymbolList() {
  const records = useProject((project) => project.records)
  const chosen = useOptions(symbolOptions).symbolId
  const editing = useEditedSymbol()
  const symbols = ofKind('symbol', records)
  const own = new Set(symbols.map(({ id }) => id))
  const others = useLibrary().filter(({ kind, record: { id } }) => kind === 'symbol' && !own.has(id))
  const place = (symbol: SymbolRecord) => {
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
      {others.map((item) => (
        <LibraryRow
          key={`${item.shelf} ${item.id}`}
          item={item}
          onPlace={() => {
            takeItem(item)
            place(item.record as SymbolRecord)
          }}
        />
      ))}
    </Box>
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
