import Button from '@mui/material/Button'
import type { SymbolRecord } from '@/core/model/symbol/schema'
import { SymbolPicture } from '@/studio/ui/SymbolPicture'

interface PlacingProps {
  readonly symbol: SymbolRecord
  readonly chosen: boolean
  readonly onPlace: () => void
}

/** A symbol's picture: a click places it. */
export function Placing({ symbol, chosen, onPlace }: PlacingProps) {
  return (
    <Button
      aria-label={`Place ${symbol.name}`}
      aria-pressed={chosen}
      onClick={onPlace}
      sx={{ p: 0.25, minWidth: 0, border: 1, borderColor: chosen ? 'error.main' : 'divider' }}
    >
      <SymbolPicture symbol={symbol} />
    </Button>
  )
}
