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

/** Whether a page is the model of a drawing, which is made at full size; layouts beside it are paper. */
export const isFullSize = ({ kind }: SourceView, { number }: SheetView): boolean => kind === 'dxf' && number === 1
