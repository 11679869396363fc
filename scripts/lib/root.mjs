import { fileURLToPath } from 'node:url'

/** The project's folder, with a closing slash. */
export const ROOT = fileURLToPath(new URL('../..', import.meta.url))
