import Stack from '@mui/material/Stack'
import Typography from '@mui/material/Typography'
import type { LibraryItem } from '@/core/library/item'
import type { SymbolRecord } from '@/core/model/symbol/schema'
import { takeOut, useRenewLibrary } from '@/studio/state/library'
import { MoreMenu } from '@/studio/ui/MoreMenu'
import { Placing } from './Placing'

/** A symbol of the library that the project does not have yet. */
export function LibraryRow({ item, onPlace }: { item: LibraryItem; onPlace: () => void }) {
  const renew = useRenewLibrary()
  return (
    <Stack direction="row" sx={{ alignItems: 'center', borderTop: 1, borderColor: 'divider', gap: 1, py: 0.25 }}>
      <Placing symbol={item.record as SymbolRecord} chosen={false} onPlace={onPlace} />
      <Typography noWrap sx={{ fontSize: 13.5, flex: 1, minWidth: 0 }}>
        {item.name}
      </Typography>
      <MoreMenu of={item.name} actions={[{ word: 'Take out of the library', run: () => void takeOut(item, renew) }]} />
    </Stack>
  )
}
