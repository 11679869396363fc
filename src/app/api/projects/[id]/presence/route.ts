import { calledName } from '@/core/people/rights'
import { announce } from '@/server/events'
import { nameOfActor } from '@/server/people/audit'
import { mayTellPresence } from '@/server/people/limits'
import { bodyOf } from '../../../body'
import { door } from '../../../door'
import { presenceBody } from '../../../taken'

/** Tells the others in a project where somebody looks and points; nothing of it is kept. */
export const POST = door('look', 'project', async ({ id, request, by }) => {
  const told = await bodyOf(request, presenceBody)
  const who = { id: nameOfActor(by), name: calledName(by) }
  if (await mayTellPresence(who.id)) await announce(id, { type: 'presence', presence: { ...told, who } })
})
