import { removeSheets } from '@/studio/board/sheets/remove-sheets'
import { toolContext, workbench } from '@/studio/board/workbench'
import type { Command } from '@/studio/kernel/command'
import { pickedShapes, removal } from '@/studio/tooling/shape-edits'
import { pick } from './tools/pick'

/** Everything drawn that may be picked. */
function pickEverything(): void {
  const { plan } = toolContext()
  workbench.take(pick)
  workbench.pick([...plan.shapes.values()].filter((planned) => plan.isFree(planned)).map(({ shape }) => shape.id))
}

function removePicked(): void {
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
    word: 'Remove what is picked',
    keys: ['Delete', 'Backspace'],
    shown: 'Delete',
    does: 'remove what is picked',
    run: removePicked,
  },
  {
    name: 'pick-everything',
    word: 'Pick everything',
    keys: ['Ctrl+a'],
    does: 'pick everything that is drawn',
    when: ({ step }) => step === 'trace',
    run: pickEverything,
  },
]
