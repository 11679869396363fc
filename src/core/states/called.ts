import { openingMarks } from '../model/opening/marks'
import type { ProjectRecord, RecordKind } from '../model/registry'
import { sectionOf } from '../model/section/schema'
import { isShape, kindOf } from '../model/shapes'
import { calledOf } from '../model/space/called'

/** What is no element, where its kind is not the word for it. */
const WORDS: Partial<Record<RecordKind, string>> = {
  settings: 'settings of the job',
  'price-book': 'price book',
  underlay: 'sheet',
  symbol: 'symbol of the library',
}

/** What a record goes by among others of its kind: `Door D03`, `Room 1.04 STORE`, `Purlin C24 80x160`, `Level “Ground”`, `Wall`. */
export function calledIn(record: ProjectRecord, records: ReadonlyMap<string, ProjectRecord>): string {
  if (record.kind === 'opening') return capital(`${record.use} ${openingMarks(records).get(record.id) ?? ''}`.trim())
  if (record.kind === 'member')
    return capital(`${record.use} ${sectionOf(record.sectionId, records)?.name ?? ''}`.trim())
  const word = isShape(record) ? kindOf(record).word : (WORDS[record.kind] ?? record.kind.replaceAll('-', ' '))
  if (record.kind === 'space') return capital(`${word} ${calledOf(record)}`.trim())
  const type = 'typeId' in record && record.typeId ? records.get(record.typeId) : undefined
  if (type && 'name' in type && type.name) return capital(`${word} “${type.name}”`)
  if ('mark' in record && typeof record.mark === 'string' && record.mark) return capital(`${word} ${record.mark}`)
  return capital('name' in record && record.name ? `${word} “${record.name}”` : word)
}

const capital = (text: string): string => `${text.charAt(0).toUpperCase()}${text.slice(1)}`
