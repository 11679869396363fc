import { ArchiveError } from '@/core/formats/archive'
import { PlanSheetError } from '@/core/formats/svg/write-plan'
import { packArchive, unpackArchive } from '../../archive-file'
import { formatNamed, handOver } from '../../hand-over/write'
import { bundleOf } from '../../issue-bundle'
import { faultOf } from '../../log'
import { PartError } from '../../part/solid'
import type { MakerOutcome, MakerTask, MakerWord } from './tasks'

/** A maker: gets records or bytes, gives files, and may be ended at any moment. It runs in a jail, as readers do. */
const say = (word: MakerWord) => process.send?.(word)

process.on('message', (task: MakerTask) => {
  done(task)
    .then(
      (result): MakerOutcome => ({ done: result }),
      (error: unknown): MakerOutcome => outcomeOf(error),
    )
    .then((outcome) => say({ word: 'ended', outcome }))
})
process.on('disconnect', () => process.exit(0))
say({ word: 'ready' })

async function done(task: MakerTask) {
  switch (task.kind) {
    case 'hand-over':
      return handOver(task.project, formatNamed(task.format)!, task.on)
    case 'pack':
      return packArchive(task.manifest, task.files)
    case 'bundle':
      return bundleOf(task.files)
    case 'unpack':
      return unpackArchive(task.bytes)
  }
}

function outcomeOf(error: unknown): MakerOutcome {
  if (error instanceof PlanSheetError || error instanceof PartError)
    return { problem: { type: 'does-not-fit', detail: error.message } }
  if (error instanceof ArchiveError)
    return { problem: { type: 'no-archive', detail: `This archive can’t be taken in. ${error.message}` } }
  return { fault: faultOf(error).fault }
}
