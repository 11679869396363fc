import type { DxfAttachment } from '../drawing'
import { type Group, groups, real } from './groups'
import type { Handles } from './handles'

/** A file beside the drawing with what defines it here, and the ties of images to it. */
export interface Attached {
  readonly attachment: DxfAttachment
  readonly definition: string
  readonly ties: { readonly reactor: string; readonly image: string }[]
}

export const attached = (attachments: readonly DxfAttachment[], handles: Handles): Attached[] =>
  attachments.map((attachment) => ({ attachment, definition: handles.next(), ties: [] }))

/** Names under which dictionaries list attached files, as the format prescribes them. */
const DICTIONARIES = { pdf: 'ACAD_PDFDEFINITIONS', image: 'ACAD_IMAGE_DICT' } as const

/** The group under which what is tied to an object is listed. */
const REACTORS = 'ACAD_REACTORS'

/** What readers have to know of entities that are no part of the format's core (CLASSES). */
const CLASSES: readonly (readonly [
  kind: DxfAttachment['kind'],
  name: string,
  type: string,
  program: string,
  flags: number,
  entity: 0 | 1,
])[] = [
  ['pdf', 'PDFDEFINITION', 'AcDbPdfDefinition', 'ObjectDBX Classes', 1153, 0],
  ['pdf', 'PDFUNDERLAY', 'AcDbPdfReference', 'ObjectDBX Classes', 4095, 1],
  ['image', 'IMAGE', 'AcDbRasterImage', 'ISM', 2175, 1],
  ['image', 'IMAGEDEF', 'AcDbRasterImageDef', 'ISM', 0, 0],
  ['image', 'IMAGEDEF_REACTOR', 'AcDbRasterImageDefReactor', 'ISM', 1, 0],
]

export function attachmentClasses(all: readonly Attached[]): string {
  const kinds = new Set(all.map(({ attachment }) => attachment.kind))
  return groups(
    ...CLASSES.filter(([kind]) => kinds.has(kind)).flatMap(([, name, type, program, flags, entity]): Group[] => [
      [0, 'CLASS'],
      [1, name],
      [2, type],
      [3, program],
      [90, flags],
      [91, 1],
      [280, 0],
      [281, entity],
    ]),
  )
}

/** Dictionaries of attached files, with what defines each; the dictionaries by name and handle for the root. */
export function attachmentObjects(
  all: readonly Attached[],
  root: string,
  handles: Handles,
): { readonly entries: (readonly [name: string, handle: string])[]; readonly text: string } {
  const entries: (readonly [string, string])[] = []
  const texts = (['pdf', 'image'] as const).flatMap((kind) => {
    const own = all.filter(({ attachment }) => attachment.kind === kind)
    if (own.length === 0) return []
    const dictionary = handles.next()
    entries.push([DICTIONARIES[kind], dictionary])
    return [
      groups(
        [0, 'DICTIONARY'],
        [5, dictionary],
        [330, root],
        [100, 'AcDbDictionary'],
        [281, 1],
        ...own.flatMap(({ attachment, definition }): Group[] => [
          [3, `${attachment.file}${attachment.kind === 'pdf' ? ` - ${attachment.page}` : ''}`],
          [350, definition],
        ]),
      ),
      ...own.map((each) => definitionOf(each, dictionary)),
      ...own.flatMap(({ ties }) =>
        ties.map(({ reactor, image }) =>
          groups(
            [0, 'IMAGEDEF_REACTOR'],
            [5, reactor],
            [330, image],
            [100, 'AcDbRasterImageDefReactor'],
            [90, 2],
            [330, image],
          ),
        ),
      ),
    ]
  })
  return { entries, text: texts.join('') }
}

function definitionOf({ attachment, definition, ties }: Attached, dictionary: string): string {
  if (attachment.kind === 'pdf')
    return groups(
      [0, 'PDFDEFINITION'],
      [5, definition],
      [330, dictionary],
      [100, 'AcDbUnderlayDefinition'],
      [1, attachment.file],
      [2, String(attachment.page)],
    )
  return groups(
    [0, 'IMAGEDEF'],
    [5, definition],
    [102, `{${REACTORS}`],
    [330, dictionary],
    ...ties.map(({ reactor }): Group => [330, reactor]),
    [102, '}'],
    [330, dictionary],
    [100, 'AcDbRasterImageDef'],
    [90, 0],
    [1, attachment.file],
    [10, real(attachment.widthPx)],
    [20, real(attachment.heightPx)],
    [11, '1.0'],
    [21, '1.0'],
    [280, 1],
    [281, 0],
  )
}
