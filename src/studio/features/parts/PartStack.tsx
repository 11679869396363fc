import AddIcon from '@mui/icons-material/Add'
import CloseIcon from '@mui/icons-material/Close'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import IconButton from '@mui/material/IconButton'
import Stack from '@mui/material/Stack'
import Tooltip from '@mui/material/Tooltip'
import Typography from '@mui/material/Typography'
import { type Part, partsOf } from '@/core/model/part/schema'
import { type PartSide, SIDE_WORDS, viewsOf } from '@/core/model/work-plane/schema'
import { useBench, workOn } from '@/studio/state/bench'
import { put, remove } from '@/studio/state/edits'
import { useProject } from '@/studio/state/project'
import { NameField } from '@/studio/ui/NameField'
import { beginPart, lookAtPart } from './parts'

/** The parts of the project: each can be looked at from above, from before it and from its side. */
export function PartStack() {
  const records = useProject((project) => project.records)
  return (
    <Box component="section" aria-label="Parts" sx={{ mb: 1.25 }}>
      <Stack direction="row" sx={{ alignItems: 'center', justifyContent: 'space-between', pl: 0.5 }}>
        <Typography color="text.secondary" sx={{ fontSize: 12 }}>
          Parts
        </Typography>
        <Tooltip title="Begin a part: a solid from a dimensioned sheet">
          <IconButton size="small" aria-label="Begin a part" onClick={beginPart}>
            <AddIcon sx={{ fontSize: 16 }} />
          </IconButton>
        </Tooltip>
      </Stack>
      {partsOf(records).map((part) => (
        <PartRow key={part.id} part={part} />
      ))}
    </Box>
  )
}

const SIDES = Object.keys(SIDE_WORDS) as PartSide[]

function PartRow({ part }: { part: Part }) {
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
    <Box
      sx={{ borderTop: 1, borderColor: 'divider', borderLeft: 3, borderLeftColor: here ? 'error.main' : 'transparent' }}
    >
      <Stack direction="row" sx={{ alignItems: 'center', pl: 0.75 }}>
        <Box sx={{ flex: 1, minWidth: 0 }}>
          <NameField
            label={`Name of part ${part.name}`}
            value={part.name}
            onChange={(name) => put('Rename part', { ...part, name: name.slice(0, 100) })}
          />
        </Box>
        <Tooltip title="Remove this part with its views">
          <IconButton size="small" aria-label={`Remove part ${part.name}`} onClick={removeAll}>
            <CloseIcon sx={{ fontSize: 14 }} />
          </IconButton>
        </Tooltip>
      </Stack>
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
    </Box>
  )
}
