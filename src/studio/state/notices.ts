import { type Remedy, setProject } from './project'

/** Says a sentence to the person, with what can be done about it beside it. The one way to say something. */
export const tell = (notice: string | null, remedy: Remedy | null = null): void => setProject({ notice, remedy })
