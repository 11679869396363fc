import type { Ask } from '../faults/editor'
import { json } from '../faults/editor'

/** The machines' addresses, in the order in which somebody tries them: as a browser does that knows three of one name. */
export function askAnyOf(addresses: readonly string[], headers: Record<string, string> = {}): Ask {
  let now = 0
  return async (path, init = {}) => {
    const all = { ...headers, ...(init.headers as Record<string, string>) }
    for (let tries = 1; ; tries++) {
      try {
        return await fetch(`${addresses[now % addresses.length]}${path}`, { ...init, headers: all })
      } catch (error) {
        // The next one is tried for what comes next; what is under way is tried again by whoever sent it.
        now++
        const reached = (error as { cause?: { code?: string } }).cause?.code !== 'ECONNREFUSED'
        if (reached || tries >= addresses.length) throw error
      }
    }
  }
}

/** The same, beginning with another one. */
export const from = <T>(all: readonly T[], first: number): T[] => [
  ...all.slice(first % all.length),
  ...all.slice(0, first % all.length),
]

const asJson = (data: object): RequestInit => ({
  method: 'POST',
  headers: { 'content-type': 'application/json' },
  body: JSON.stringify(data),
})

/** The first person of a Calque, who makes projects. @returns what they ask by */
export async function firstPerson(addresses: readonly string[], setUpCode: string): Promise<Ask> {
  const answer = await askAnyOf(addresses)('/api/join', {
    ...asJson({ secret: setUpCode, name: 'Lea', email: 'lea@scale.example', password: 'a long password' }),
  })
  if (!answer.ok) throw new Error(`/api/join: ${answer.status} ${await answer.text()}`)
  const cookie = answer.headers
    .getSetCookie()
    .map((each) => each.split(';')[0])
    .join('; ')
  return askAnyOf(addresses, { cookie, origin: addresses[0]! })
}

/** A token by which somebody edits one project. */
export async function tokenFor(lead: Ask, project: string, name: string): Promise<string> {
  const { token } = (await json(lead, `/api/projects/${project}/tokens`, asJson({ name, scope: 'write' }))) as {
    token: string
  }
  return token
}
