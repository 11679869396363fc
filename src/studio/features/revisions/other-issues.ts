import type { Underlay } from '@/core/model/underlay/schema'
import type { SourceView } from '@/core/project/views'
import { sheetOf } from '@/studio/tooling/sheet-of'

/** A page that a sheet can be compared with. */
export interface OtherIssue {
  readonly id: string
  readonly word: string
}

/** The pages that a sheet can be compared with: those of other issues of its file first, in the order of its own number. */
export function otherIssues({ sheetId }: Underlay, sources: readonly SourceView[]): OtherIssue[] {
  const own = sheetOf(sources, sheetId)
  if (!own) return []
  const isOfOne = (other: SourceView) => other.supersedes === own.source.id || own.source.supersedes === other.id
  return sources
    .flatMap((source) =>
      source.sheets
        .filter(({ id, status }) => id !== sheetId && status === 'ready')
        .map((sheet) => ({
          id: sheet.id,
          word: source.sheets.length === 1 ? source.name : `${source.name}, page ${sheet.number}`,
          rank: (isOfOne(source) ? 0 : 2) + (sheet.number === own.sheet.number ? 0 : 1),
        })),
    )
    .sort((a, b) => a.rank - b.rank)
    .map(({ id, word }) => ({ id, word }))
}
