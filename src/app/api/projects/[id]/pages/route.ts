import { findPages } from '@/server/sources'
import { check, fieldsOf } from '../../../answer'
import { door } from '../../../door'
import { findQuery } from '../../../taken'

/** Pages on which a text stands. */
export const GET = door('look', 'project', async ({ id, request }) =>
  findPages(id, (await check(fieldsOf(request), findQuery)).text),
)
