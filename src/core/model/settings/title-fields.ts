/** What a project writes into the title block of its drawings, in their order there. */
export const TITLE_FIELDS = [
  { key: 'number', word: 'Drawing no.' },
  { key: 'revision', word: 'Revision' },
  { key: 'date', word: 'Date' },
  { key: 'status', word: 'Status' },
  { key: 'drawnBy', word: 'Drawn by' },
  { key: 'checkedBy', word: 'Checked by' },
  { key: 'client', word: 'Client' },
  { key: 'organisation', word: 'Office' },
] as const

export type TitleField = (typeof TITLE_FIELDS)[number]['key']

export type TitleFields = Readonly<Partial<Record<TitleField, string | undefined>>>
