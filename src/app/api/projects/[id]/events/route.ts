import { hearerOf } from '@/server/people/standing'
import { door } from '../../../door'
import { eventStream } from '../../../event-stream'

export const dynamic = 'force-dynamic'

/** Server-sent events of a project: that it was changed, that its files were. */
export const GET = door('look', 'project', async ({ id, request, again }) =>
  eventStream(request, { of: id, hears: hearerOf(again), write: (_, event) => event }),
)
