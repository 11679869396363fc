import { listAudit } from '@/server/people/audit'
import { check, fieldsOf } from '../../../answer'
import { door } from '../../../door'
import { auditQuery } from '../../../taken'

/** Who did what with a project, latest first, 200 at a time: `?before=TIME`. */
export const GET = door('manage', 'project', async ({ id, request }) =>
  listAudit(id, (await check(fieldsOf(request), auditQuery)).before),
)
