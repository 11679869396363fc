import Stack from '@mui/material/Stack'
import { cuttingOf, settingsOf } from '@/core/model/settings/schema'
import { formatLength } from '@/core/units/format'
import { parseLength } from '@/core/units/length'
import { put } from '@/studio/state/edits'
import { useProject } from '@/studio/state/project'
import { CommittedField } from '@/studio/ui/CommittedField'
import { useDisplay } from '@/studio/ui/display'

/** The lengths in which bars are bought, and what a cut takes. */
export function CuttingFields() {
  const records = useProject((project) => project.records)
  const display = useDisplay()
  const { stocksMm, kerfMm } = cuttingOf(records)
  const keep = (part: object) => put('Set bars', { ...settingsOf(records), ...part })
  const lengths = (text: string): number[] => {
    const all = text
      .split(/[;\s]+|,\s+/)
      .filter((part) => part !== '')
      .map((part) => parseLength(part, display.unit))
    if (all.length === 0 || all.some((mm) => !(mm > 0)))
      throw new Error('Type the lengths of bars, such as 6000 12000.')
    return [...new Set(all)].sort((a, b) => a - b).slice(0, 20)
  }
  const written = (all: readonly number[]) => all.map((mm) => formatLength(mm, display, false)).join(' ')
  return (
    <Stack direction="row" sx={{ gap: 1 }}>
      <CommittedField
        label="Bars of steel"
        value={written(stocksMm.steel)}
        onCommit={(text) => keep({ steelStockMm: lengths(text) })}
        sx={{ width: 150 }}
      />
      <CommittedField
        label="Bars of timber"
        value={written(stocksMm.timber)}
        onCommit={(text) => keep({ timberStockMm: lengths(text) })}
        sx={{ width: 150 }}
      />
      <CommittedField
        label="A cut takes"
        value={formatLength(kerfMm, display, false)}
        onCommit={(text) => {
          const mm = /^0+$/.test(text) ? 0 : parseLength(text, display.unit)
          if (!(mm >= 0 && mm <= 100)) throw new Error('A cut takes from nothing to 100 mm.')
          keep({ kerfMm: mm })
        }}
        sx={{ width: 90 }}
      />
    </Stack>
  )
}
