import { chosenStore, storeNamed } from '@/server/contents/stores'
import { health } from '@/server/health'
import { Problem } from '@/server/problem'
import { door } from '../../door'

export const dynamic = 'force-dynamic'

/** Readers say that they are there every second or two. */
const SILENT_SECONDS = 15

/** Whether everything that people need is there: database, queue, readers, and where bytes are stored. */
export const GET = door('anyone', null, async () => {
  const now = await health()
  if (now.readerSeenSeconds === null || now.readerSeenSeconds > SILENT_SECONDS)
    throw new Problem(503, 'no-readers', 'Nobody reads files at present. What is brought in waits.')
  await storeNamed(chosenStore()).elsewhere?.reach()
  return { ...now, status: 'ready' }
})
