import type { ProjectRecord } from '../model/registry'
import { column, type Table } from '../tables/table'
import type { ElementChange } from './element-change'

/** The changed elements as a table. @param records of the later state, for the names of levels */
export function changesTable(elements: readonly ElementChange[], records: ReadonlyMap<string, ProjectRecord>): Table {
  const levelOf = (id: string | null) => {
    const level = id === null ? undefined : records.get(id)
    return level?.kind === 'level' ? level.name : ''
  }
  return {
    name: 'changes',
    word: 'Changes',
    columns: [
      column('level', 'Level'),
      column('what', 'Change'),
      column('called', 'Element'),
      column('says', 'What is otherwise'),
      column('id', 'Identifier'),
    ],
    rows: elements.map(({ id, what, called, says, levelId }) => ({
      ids: [id],
      cells: { level: levelOf(levelId), what, called, says: says.join(', '), id },
    })),
  }
}
