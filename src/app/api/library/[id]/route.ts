import { removeFromLibrary } from '@/server/library'
import { door } from '../../door'

export const DELETE = door('change-library', null, async ({ id, by }) => removeFromLibrary(id, by))
