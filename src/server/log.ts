import pino from 'pino'

/** What goes wrong on our side, for whoever runs Calque: never what people drew, nor what opens their files. */
export const log = pino({ name: 'calque', level: process.env.CALQUE_LOG ?? 'warn' }, pino.destination(2))

/** What is told of an error: of a failed query neither its text nor its values, which are people's own. */
export function faultOf(error: unknown): { fault: string; code?: string; stack?: string } {
  const root = rootOf(error)
  const { message, code, stack } = root as { message?: string; code?: string; stack?: string }
  return { fault: String(message ?? root), ...(code && { code }), ...(stack && { stack }) }
}

/** What stands at the beginning of it all: a lost connection comes wrapped in the query that it failed. */
export function rootOf(error: unknown): unknown {
  let root = error
  while (root instanceof Error && root.cause !== undefined && root.cause !== root) root = root.cause
  return root
}
