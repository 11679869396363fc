import type { SheetView } from '@/core/project/views'

/** Whether all that a page shows is a picture: then its lines are the strokes traced from that. */
export const isPicture = ({ content }: SheetView): boolean => content === 'image'

/** The content with the lines of a page, or with the strokes of its picture; null as long as there is none. */
export const linesHash = (sheet: SheetView, strokes = isPicture(sheet)): string | null =>
  strokes ? sheet.strokesHash : sheet.lineworkHash
