import { type AnySchema, type InferType, ValidationError } from 'yup'
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

/** The JSON body of a request, checked. */
export async function bodyOf<S extends AnySchema>(request: Request, schema: S): Promise<InferType<S>> {
  let body: unknown
  try {
    body = await request.json()
  } catch {
    throw new Problem(400, 'not-json', 'The request holds no JSON. Send the fields as a JSON object.')
  }
  return check(body, schema)
}

/** The figures of a query, by name. */
export const figuresOf = (request: Request): Record<string, number> =>
  Object.fromEntries([...new URL(request.url).searchParams].map(([key, value]) => [key, Number(value)]))

/** Fields from a path or query, checked. */
export async function check<S extends AnySchema>(fields: unknown, schema: S): Promise<InferType<S>> {
  return schema.validate(fields, { strict: true, abortEarly: false })
}

function asProblem(error: unknown): Problem {
  if (error instanceof Problem) return error
  if (error instanceof ValidationError)
    return new Problem(400, 'invalid', `The request is not valid: ${error.errors.join('; ')}.`, {
      errors: error.errors,
    })
  const { code } = error as { code?: string }
  if (code === 'ECONNREFUSED' || code === 'ECONNRESET' || code === '57P01' || code === '57P03')
    return new Problem(
      503,
      'no-database',
      'The database does not answer. What you do is kept in this window and sent when it is back.',
    )
  console.error(error)
  return new Problem(500, 'failed', 'Something went wrong on the server. Nothing was changed; try again.')
}

function problemResponse({ status, type, detail, more }: Problem): Response {
  return Response.json(
    { type: `/problems/${type}`, title: type.replaceAll('-', ' '), status, detail, ...more },
    { status, headers: { 'content-type': 'application/problem+json' } },
  )
}
