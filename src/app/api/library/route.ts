import { type SymbolRecord, symbolSchema } from '@/core/model/symbol/schema'
import { keepInLibrary, listLibrary } from '@/server/library'
import { answer } from '../answer'
import { bodyOf } from '../body'

export const GET = () => answer(listLibrary)

/** Keeps a symbol in the library. */
export const POST = (request: Request) =>
  answer(async () => keepInLibrary((await bodyOf(request, symbolSchema)) as SymbolRecord))
