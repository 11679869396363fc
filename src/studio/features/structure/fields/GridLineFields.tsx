import type { GridLine } from '@/core/model/grid-line/schema'
import { put } from '@/studio/state/edits'
import { CommittedField } from '@/studio/ui/CommittedField'

export function GridLineFields({ element: line }: { element: GridLine }) {
  return (
    <CommittedField
      label="Name"
      value={line.name}
      onCommit={(name) => {
        if (name.length < 1 || name.length > 10) throw new Error('A grid line is named by 1 to 10 characters.')
        put('Rename grid line', { ...line, name })
      }}
    />
  )
}
