import { type SymbolRecord, symbolSchema } from '@/core/model/symbol/schema'
import { keepInLibrary, listLibrary } from '@/server/library'
import { bodyOf } from '../body'
import { door } from '../door'

export const GET = door('use-library', null, async ({ by }) => listLibrary(by))

/** Keeps a symbol in the library. */
export const POST = door('change-library', null, async ({ request, by }) =>
  keepInLibrary((await bodyOf(request, symbolSchema)) as SymbolRecord, by),
)
