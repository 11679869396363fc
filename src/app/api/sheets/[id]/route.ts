import { setResolution } from '@/server/sources'
import { bodyOf } from '../../body'
import { door } from '../../door'
import { resolutionBody } from '../../taken'

/** Overrules the resolution of a page that is an image. */
export const PATCH = door('edit', 'sheet', async ({ id, request }) =>
  setResolution(id, (await bodyOf(request, resolutionBody)).dpi),
)
