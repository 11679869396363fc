import { headers } from 'next/headers'
import { redirect } from 'next/navigation'
import { whoAsks } from '@/server/people/actor'

/** Lets somebody onto a page; who is nobody signs in first and comes back. What the page shows is asked for by itself. */
export async function mustBeSomebody(to: string): Promise<void> {
  const { actor } = await whoAsks(await headers())
  if (actor.kind === 'nobody') redirect(`/sign-in?to=${encodeURIComponent(to)}`)
}
