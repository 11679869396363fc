import { removeSource } from '@/server/sources'
import { door } from '../../door'

export const DELETE = door('edit', 'source', async ({ id }) => removeSource(id))
