import { storeyOf } from '@/core/building/building'
import type { Column } from '@/core/model/column/schema'
import { toolContext } from '@/studio/board/workbench'
import { put } from '@/studio/state/edits'
import { LengthField, withLength } from '@/studio/ui/LengthField'

export function ColumnFields({ element: column }: { element: Column }) {
  const { records } = toolContext()
  const sized = (part: Partial<Column>) => {
    if (Object.values(part).some((mm) => !(Number(mm) > 0)))
      throw new Error('A column has some width, depth and height.')
    put('Change column', { ...column, ...part })
  }
  return (
    <>
      <LengthField
        label={column.section === 'round' ? 'Diameter' : 'Width'}
        mm={column.widthMm}
        onTake={(mm) => sized({ widthMm: mm ?? 0, ...(column.section === 'round' && { depthMm: mm ?? 0 }) })}
      />
      {column.section === 'rectangle' && (
        <LengthField label="Depth" mm={column.depthMm} onTake={(mm) => sized({ depthMm: mm ?? 0 })} />
      )}
      <LengthField
        label="Height"
        mm={column.heightMm}
        usual={storeyOf(column, records)}
        onTake={(mm) => put('Change column', withLength(column, 'heightMm', mm))}
      />
    </>
  )
}
