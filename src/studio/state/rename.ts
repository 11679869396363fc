import { api } from './api'
import { setProject, useProject } from './project'

/** Gives the project another name; it goes back where that is refused, and says why. */
export function rename(name: string): void {
  const { id, name: former } = useProject.getState()
  setProject({ name })
  api.renameProject(id, name).catch((error: Error) => setProject({ name: former, notice: error.message, remedy: null }))
}
