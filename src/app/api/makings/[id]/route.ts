import { makingOf, stopMaking } from '@/server/making/making'
import { door } from '../../door'

/** How something that was asked for stands. */
export const GET = door('hand-over', 'making', async ({ id }) => makingOf(id))

/** Stops it. */
export const DELETE = door('hand-over', 'making', async ({ id }) => stopMaking(id))
