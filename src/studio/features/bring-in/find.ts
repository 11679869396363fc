import { goTo } from '@/studio/board/workbench'
import type { Findable } from '@/studio/kernel/find'
import { api } from '@/studio/state/api'
import { useProject } from '@/studio/state/project'
import { viewPage } from './choice'

/** Most pages that are told of one text. */
const MOST_PAGES = 20

/** Pages by the text on them: going to one looks at it closely. */
export async function pagesByText(text: string): Promise<Findable[]> {
  const { id, sources } = useProject.getState()
  const pages = new Map(
    sources.flatMap((source) => source.sheets.map((sheet) => [sheet.id, { source, sheet }] as const)),
  )
  const lines = await api.findPages(id, text)
  return lines.slice(0, MOST_PAGES).flatMap(({ sheetId, line }) => {
    const page = pages.get(sheetId)
    if (!page) return []
    return {
      id: `page ${sheetId}`,
      word: line,
      about: `on page ${page.sheet.number} of ${page.source.name}`,
      run: () => {
        goTo('bring-in')
        viewPage(sheetId)
      },
    }
  })
}
