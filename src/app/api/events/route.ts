import { hearerOf } from '@/server/people/standing'
import { door } from '../door'
import { eventStream } from '../event-stream'

export const dynamic = 'force-dynamic'

/** Server-sent events of all projects, each with its `projectId`: one stream serves all windows of a browser. */
export const GET = door('hear', null, async ({ request, again }) =>
  eventStream(request, { of: null, hears: hearerOf(again), write: (projectId, event) => ({ projectId, ...event }) }),
)
