import CloseIcon from '@mui/icons-material/Close'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import Stack from '@mui/material/Stack'
import type { Part } from '@/core/model/part/schema'
import { type PartSide, SIDE_WORDS, viewsOf } from '@/core/model/work-plane/schema'
import { useBench, workOn } from '@/studio/state/bench'
import { put, remove } from '@/studio/state/edits'
import { useProject } from '@/studio/state/project'
import { IndexAction, IndexHead } from '@/studio/ui/IndexHead'
import { NameField } from '@/studio/ui/NameField'
import { lookAtPart } from './parts'

const SIDES = Object.keys(SIDE_WORDS) as PartSide[]

/** The head of a part in the index, with its views: each can be looked at. */
export function PartHeading({ part }: { readonly part: Part }) {
  const records = useProject((project) => project.records)
  const looked = useBench((bench) => bench.levelId)
  const views = viewsOf(part.id, records)
  const here = views.find(({ id }) => id === looked)
  const removeAll = () => {
    const ids = new Set(views.map(({ id }) => id))
    const lying = [...records.values()].filter(
      (record) =>
        ('planeId' in record && record.planeId !== undefined && ids.has(record.planeId)) ||
        (record.kind === 'underlay' && ids.has(record.levelId)),
    )
    if (here) workOn(null)
    remove('Remove part', part.id, ...ids, ...lying.map(({ id }) => id))
  }
  return (
    <IndexHead
      name={part.name}
      label={`Look at ${part.name}`}
      hint={here ? 'Back to the plan' : 'Look at it from above'}
      figure="part"
      marked={here !== undefined}
      pressed={here !== undefined}
      onClick={() => (here ? workOn(null) : lookAtPart(part, 'top', looked))}
      actions={
        <IndexAction hint="Remove this part with its views" label={`Remove part ${part.name}`} onClick={removeAll}>
          <CloseIcon />
        </IndexAction>
      }
    >
      {here && (
        <Box sx={{ px: 0.5 }}>
          <NameField
            label={`Name of part ${part.name}`}
            value={part.name}
            onChange={(name) => put('Rename part', { ...part, name: name.slice(0, 100) })}
          />
        </Box>
      )}
      <Stack direction="row" sx={{ gap: 0.5, pl: 0.5, pb: 0.5 }}>
        {SIDES.map((side) => (
          <Button
            key={side}
            size="small"
            variant={here?.side === side ? 'contained' : 'text'}
            aria-pressed={here?.side === side}
            aria-label={`Look at ${part.name}: ${SIDE_WORDS[side].toLowerCase()}`}
            onClick={() => lookAtPart(part, side, looked)}
            sx={{ minWidth: 0, px: 1, py: 0.25 }}
          >
            {SIDE_WORDS[side]}
          </Button>
        ))}
      </Stack>
    </IndexHead>
  )
}
