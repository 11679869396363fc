/**
 * An answer that is a problem (RFC 9457): `detail` is one sentence for the person, saying what happened and what to do.
 */
export class Problem extends Error {
  constructor(
    readonly status: number,
    /** Names the kind of problem, as the last part of its type URI. */
    readonly type: string,
    readonly detail: string,
    readonly more: Record<string, unknown> = {},
  ) {
    super(detail)
  }
}

export const notFound = (what: string) =>
  new Problem(404, 'not-found', `${what} is not there any more. Go back to the projects and open it again.`)
