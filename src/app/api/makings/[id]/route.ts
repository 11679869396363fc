import { makingOf, stopMaking } from '@/server/making/making'
import { answer, check } from '../../answer'
import { type IdContext, idParams } from '../../fields'

/** How something that was asked for stands. */
export const GET = (_: Request, { params }: IdContext) =>
  answer(async () => makingOf((await check(await params, idParams)).id))

/** Stops it. */
export const DELETE = (_: Request, { params }: IdContext) =>
  answer(async () => stopMaking((await check(await params, idParams)).id))
