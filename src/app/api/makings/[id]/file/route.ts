import { madeBy } from '@/server/making/making'
import { door } from '../../../door'
import { madeFile } from '../../../made-file'

/** The file that was asked for; waited for where it is not done yet. */
export const GET = door('hand-over', 'making', async ({ id, request }) => madeFile(await madeBy(id, request.signal)))
