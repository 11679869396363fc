import { api } from './api'
import { setProject, useProject } from './project'

const { getState: get } = useProject

/** Pages that are read announce themselves by hundreds; the list is fetched this often at most. */
const SOURCES_EVERY_MS = 300
let refreshing = false
let refreshAgain = false

/** Fetches the list of files soon, however often it is asked for. */
export async function refreshSourcesSoon(): Promise<void> {
  refreshAgain = true
  if (refreshing) return
  refreshing = true
  while (refreshAgain) {
    refreshAgain = false
    await refreshSources().catch(() => undefined)
    await new Promise((resolve) => setTimeout(resolve, SOURCES_EVERY_MS))
  }
  refreshing = false
}

export async function refreshSources(): Promise<void> {
  const { id } = get()
  const sources = await api.sources(id)
  if (get().id === id) setProject({ sources })
}
