import { CliError } from './cli-error'

/** Where Calque runs if nothing else is said. */
export const USUAL_ADDRESS = 'http://127.0.0.1:4680'

/**
 * Asks a running Calque; where people sign in, with the token of `CALQUE_TOKEN`.
 * @param what is sent, for the sentence where it is refused without a reason
 * @throws CliError where none answers, or with its own sentence where it refuses
 */
export async function ask(address: string, path: string, what: string, init?: RequestInit): Promise<Response> {
  const token = process.env.CALQUE_TOKEN
  const headers = { ...init?.headers, ...(token && { authorization: `Bearer ${token}` }) }
  const response = await fetch(`${address}${path}`, { ...init, headers }).catch(() => {
    throw new CliError(`No Calque answers at ${address}. Start it, or say where it runs with --address.`)
  })
  if (response.ok) return response
  const problem = (await response.json().catch(() => ({}))) as { detail?: string }
  throw new CliError(problem.detail ?? `${address} refused ${what}.`)
}
