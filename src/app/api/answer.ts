import { type AnySchema, type InferType, ValidationError } from 'yup'
import { ChangeError } from '@/core/model/change/read'
import { type DatabaseFailure, failureOf } from '@/server/database/errors'
import { faultOf, log } from '@/server/log'
import { faults } from '@/server/metrics'
import { Problem } from '@/server/problem'

/** Runs a handler; problems and invalid input become problem details (RFC 9457), anything else a plain 500. */
export async function answer(work: () => Promise<unknown>): Promise<Response> {
  try {
    const result = await work()
    return result instanceof Response ? result : Response.json(result ?? null)
  } catch (error) {
    return problemResponse(asProblem(error))
  }
}

/** Fields of a query, those that are named as numbers. */
export function fieldsOf(request: Request, ...numbers: readonly string[]): Record<string, unknown> {
  const fields: Record<string, unknown> = Object.fromEntries(new URL(request.url).searchParams)
  for (const name of numbers) if (fields[name] !== undefined) fields[name] = Number(fields[name])
  return fields
}

/** Fields from a path or query, checked. */
export async function check<S extends AnySchema>(fields: unknown, schema: S): Promise<InferType<S>> {
  return schema.validate(fields, { strict: true, abortEarly: false })
}

function asProblem(error: unknown): Problem {
  if (error instanceof Problem) return error
  if (error instanceof ValidationError)
    return new Problem(400, 'invalid', `The request is not valid: ${sentenceOf(error.errors)}`, {
      errors: error.errors,
    })
  if (error instanceof ChangeError)
    return new Problem(400, 'invalid', `The request is not valid: ${sentenceOf(error.faults)}`, {
      errors: error.faults,
    })
  const failure = failureOf(error)
  if (failure) return FAILURES[failure]
  log.error(faultOf(error), 'a request failed')
  faults.inc()
  return new Problem(500, 'failed', 'Something went wrong on the server. Nothing was changed; try again.')
}

const sentenceOf = (faults: readonly string[]): string => {
  const [first, ...more] = faults
  const rest = more.length > 2 ? [...more.slice(0, 2), `and ${more.length - 2} more`] : more
  return `${[first, ...rest].join('; ').replace(/\.$/, '')}.`
}

const FAILURES: Readonly<Record<Exclude<DatabaseFailure, null>, Problem>> = {
  away: new Problem(
    503,
    'no-database',
    'The database does not answer. What you do is kept in this window and sent when it is back.',
  ),
  full: new Problem(
    507,
    'disk-full',
    'The disk of the database is full. Nothing that was kept is lost; free some space and try again.',
  ),
  busy: new Problem(503, 'busy', 'The database is busy with something else. Try again in a moment.'),
  unfit: new Problem(
    422,
    'unfit',
    'Something in it can’t be kept: a character that no text can hold, or a number beyond all bounds.',
  ),
}

function problemResponse({ status, type, detail, more }: Problem): Response {
  return Response.json(
    { type: `/problems/${type}`, title: type.replaceAll('-', ' '), status, detail, ...more },
    { status, headers: { 'content-type': 'application/problem+json' } },
  )
}
