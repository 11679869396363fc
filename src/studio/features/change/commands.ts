import { removeSheets } from '@/studio/board/sheets/remove-sheets'
import { toolContext, workbench } from '@/studio/board/workbench'
import type { Command } from '@/studio/kernel/command'
import { select } from '@/studio/tooling/select'
import { pickedShapes, removal } from '@/studio/tooling/shape-edits'

/** Everything drawn that may be picked. */
function pickEverything(): void {
  const { plan } = toolContext()
  workbench.take(select)
  workbench.pick([...plan.shapes.values()].filter((planned) => plan.isFree(planned)).map(({ shape }) => shape.id))
}

export function removePicked(): void {
  const context = toolContext()
  const sheets = context.selection.flatMap((id) => {
    const record = context.records.get(id)
    return record?.kind === 'underlay' ? [record] : []
  })
  const shapes = pickedShapes(context)
  if (shapes.length > 0) workbench.carryOut({ edit: removal(shapes, context.records) })
  if (sheets.length > 0) removeSheets(sheets)
  workbench.pick([])
}

export const CHANGE_COMMANDS: readonly Command[] = [
  {
    name: 'remove',
    word: 'Remove what is selected',
    keys: ['Delete', 'Backspace'],
    shown: 'Delete',
    does: 'remove what is selected',
    run: removePicked,
  },
  {
    name: 'pick-everything',
    word: 'Select everything',
    onGround: true,
    keys: ['Ctrl+a'],
    does: 'select everything that is drawn',
    when: ({ step }) => step === 'trace',
    run: pickEverything,
  },
]
