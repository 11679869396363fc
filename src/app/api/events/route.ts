import { answer } from '../answer'
import { eventStream } from '../event-stream'

export const dynamic = 'force-dynamic'

/** Server-sent events of all projects, each with its `projectId`: one stream serves all windows of a browser. */
export const GET = (request: Request) =>
  answer(async () => eventStream(request, null, (projectId, event) => ({ projectId, ...event })))
