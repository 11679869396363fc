import { underlaysOf } from '@/core/model/underlay/underlays'
import { api, type SheetView } from '@/studio/state/api'
import { tell } from '@/studio/state/notices'
import { useProject } from '@/studio/state/project'
import { refit } from '@/studio/state/refit'
import { refreshSources } from '@/studio/state/sources'
import { CommittedField } from '@/studio/ui/CommittedField'

/** The resolution of an image, as its file states it or as the person does. */
export function ResolutionField({ sheet }: { sheet: SheetView }) {
  const { dpi, stated, set } = sheet.resolution!
  const take = (text: string) => {
    if (text === String(dpi)) return
    const wanted = text === '' ? null : Number(text.replace(',', '.'))
    if (wanted !== null && !(wanted >= 1 && wanted <= 10_000))
      throw new Error(`“${text}” is no resolution: write pixels to the inch, such as 300.`)
    void overrule(sheet, wanted)
  }
  return (
    <CommittedField
      label="Pixels to the inch"
      value={String(Math.round(dpi * 100) / 100)}
      onCommit={take}
      helperText={set ? 'as you say' : stated ? 'as the file states' : 'assumed: the file states none'}
      slotProps={{ formHelperText: { sx: { whiteSpace: 'nowrap', mx: 0 } } }}
      sx={{ width: 150 }}
    />
  )
}

/** Sheets that are not fitted yet keep their ratio and change their size; fitted and locked ones keep their size. */
async function overrule(sheet: SheetView, dpi: number | null): Promise<void> {
  try {
    await api.setResolution(sheet.id, dpi)
  } catch (error) {
    return tell((error as Error).message)
  }
  await refreshSources()
  const { sources, records } = useProject.getState()
  const now = sources.flatMap(({ sheets }) => sheets).find(({ id }) => id === sheet.id)
  const growth = (now?.paperFactor ?? sheet.paperFactor) / sheet.paperFactor
  const changed = underlaysOf(records)
    .filter(({ sheetId, dimensions, locked }) => sheetId === sheet.id && dimensions.length === 0 && !locked)
    .map((before) => {
      const { placement } = before
      return { before, after: { ...before, placement: { ...placement, mmPerPt: placement.mmPerPt * growth } } }
    })
  if (growth !== 1 && changed.length > 0) refit({ label: 'Change resolution', refitted: changed })
}
