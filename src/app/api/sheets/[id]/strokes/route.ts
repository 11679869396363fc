import { askForStrokes } from '@/server/sources'
import { door } from '../../../door'

/** Asks for the strokes of a page that is a picture; the project's sources say once they are traced. */
export const POST = door('edit', 'sheet', async ({ id }) => askForStrokes(id))
