import Box from '@mui/material/Box'
import Stack from '@mui/material/Stack'
import Typography from '@mui/material/Typography'
import type { SymbolRecord } from '@/core/model/symbol/schema'
import { toolContext, workbench } from '@/studio/board/workbench'
import { choose } from '@/studio/state/bench'
import { put, remove } from '@/studio/state/edits'
import { keepRecord, takeItem, useItemOf, useRenewLibrary } from '@/studio/state/library'
import { useProject } from '@/studio/state/project'
import { type MoreAction, MoreMenu } from '@/studio/ui/MoreMenu'
import { NameField } from '@/studio/ui/NameField'
import { beginEditing } from './editing'
import { symbolOptions } from './options'
import { Placing } from './Placing'
import { symbolBase } from './tools/symbol-base'

interface SymbolRowProps {
  readonly symbol: SymbolRecord
  readonly chosen: boolean
  readonly onPlace: () => void
}

/** A symbol of the project. */
export function SymbolRow({ symbol, chosen, onPlace }: SymbolRowProps) {
  const uses = toolContext().plan.insertsOf(symbol.id)
  const found = useItemOf(symbol)
  const keeping = useKeeping(symbol)
  const actions: MoreAction[] = [
    { word: 'Edit, for all that are placed', run: () => beginEditing(symbol, toolContext()) },
    {
      word: 'Choose its base point',
      why: uses.length === 0 ? 'It is not placed yet' : null,
      run: () => {
        choose(symbolOptions, { symbolId: symbol.id })
        workbench.take(symbolBase)
      },
    },
    ...keeping,
    {
      word: 'Delete',
      why: uses.length > 0 ? 'It is still placed' : null,
      run: () => remove('Delete symbol', symbol.id),
    },
  ]
  const placed = uses.length === 0 ? 'not placed' : uses.length === 1 ? 'placed once' : `placed ${uses.length} times`
  return (
    <Stack direction="row" sx={{ alignItems: 'center', borderTop: 1, borderColor: 'divider', gap: 1, py: 0.25 }}>
      <Placing symbol={symbol} chosen={chosen} onPlace={onPlace} />
      <Box sx={{ flex: 1, minWidth: 0 }}>
        <NameField
          label={`Name of symbol ${symbol.name}`}
          value={symbol.name}
          onChange={(name) => put('Rename symbol', { ...symbol, name: name.slice(0, 200) })}
        />
        <Typography color="text.secondary" sx={{ fontSize: 12 }}>
          {placed}
          {found?.standing === 'newer there' && `, version ${found.item.version} is in the library`}
        </Typography>
      </Box>
      <MoreMenu of={symbol.name} actions={actions} />
    </Stack>
  )
}

/** What can be done between a symbol and the library. */
function useKeeping(symbol: SymbolRecord): MoreAction[] {
  const found = useItemOf(symbol)
  const may = useProject((project) => project.may)
  const isAlone = useProject((project) => project.you.id === 'local')
  const renew = useRenewLibrary()
  if (!may.has('edit')) return []
  const keep = (wish: Parameters<typeof keepRecord>[1]) => () => void keepRecord(symbol, wish).then(renew)
  if (found === null)
    return [
      { word: 'Keep in the library', run: keep({ shelf: 'organisation' }) },
      ...(isAlone ? [] : [{ word: 'Keep in my own library', run: keep({ shelf: 'mine' }) }]),
    ]
  if (found.standing === 'as kept') return []
  const { shelf, version } = found.item
  return [
    { word: `Take version ${version} from the library`, run: () => takeItem(found.item) },
    { word: `Keep in the library as version ${version + 1}`, run: keep({ shelf, after: version }) },
  ]
}
