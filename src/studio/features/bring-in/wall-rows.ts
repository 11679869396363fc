import type { SheetView, SourceView } from '@/studio/state/api'

/** What stands on the wall from top to bottom: a heading for each file, then its pages in rows. */
export type WallRow =
  | { readonly kind: 'source'; readonly source: SourceView }
  | { readonly kind: 'pages'; readonly source: SourceView; readonly sheets: readonly SheetView[] }

/** @param found only these pages, where somebody looks for a text */
export function wallRows(
  sources: readonly SourceView[],
  columns: number,
  found: ReadonlySet<string> | null,
): WallRow[] {
  // The file that came last is the one that is looked for.
  return [...sources].reverse().flatMap((source): WallRow[] => {
    const sheets = found ? source.sheets.filter(({ id }) => found.has(id)) : source.sheets
    if (found && sheets.length === 0) return []
    const rows: WallRow[] = [{ kind: 'source', source }]
    for (let at = 0; at < sheets.length; at += columns)
      rows.push({ kind: 'pages', source, sheets: sheets.slice(at, at + columns) })
    return rows
  })
}
