import { listAudit } from '@/server/people/audit'
import { check, fieldsOf } from '../answer'
import { door } from '../door'
import { auditQuery } from '../taken'

export const dynamic = 'force-dynamic'

/** Who did what, latest first, 200 at a time: `?before=TIME`. */
export const GET = door('administer', null, async ({ request }) =>
  listAudit(null, (await check(fieldsOf(request), auditQuery)).before),
)
