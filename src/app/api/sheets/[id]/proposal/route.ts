import { proposalOf } from '@/server/sources'
import { door } from '../../../door'

/** The scale that a page proposes of itself, with its evidence. */
export const GET = door('look', 'sheet', async ({ id }) => proposalOf(id))
