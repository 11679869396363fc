import type { SheetView, SourceView } from '@/core/project/views'

/** A page of a project by its id, with the file that it is of. */
export function sheetOf(
  sources: readonly SourceView[],
  sheetId: string,
): { source: SourceView; sheet: SheetView } | null {
  for (const source of sources) {
    const sheet = source.sheets.find(({ id }) => id === sheetId)
    if (sheet) return { source, sheet }
  }
  return null
}

/** Whether a page is still to be read: what it says itself is not known yet. */
export const isUnread = ({ status }: SheetView): boolean => status === 'waiting' || status === 'reading'

/** Whether a page is made at full size: a storey of a building model, or the model of a drawing; layouts beside that are paper. */
export const isFullSize = ({ kind }: SourceView, { number }: SheetView): boolean =>
  kind === 'ifc' || (kind === 'dxf' && number === 1)
