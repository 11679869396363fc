import { pool } from '@/server/database/client'
import { answer } from '../answer'

export const dynamic = 'force-dynamic'

export const GET = () =>
  answer(async () => {
    await pool().query('select 1')
    return { status: 'well' }
  })
