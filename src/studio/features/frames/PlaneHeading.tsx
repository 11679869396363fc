import FlipIcon from '@mui/icons-material/Cached'
import CloseIcon from '@mui/icons-material/Close'
import CopyIcon from '@mui/icons-material/ContentCopy'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import IconButton from '@mui/material/IconButton'
import Stack from '@mui/material/Stack'
import Tooltip from '@mui/material/Tooltip'
import Typography from '@mui/material/Typography'
import { type WorkPlane, workPlaneOf } from '@/core/model/work-plane/schema'
import { parseAngleDeg } from '@/core/units/angle'
import { workbench } from '@/studio/board/workbench'
import { useBench, workOn } from '@/studio/state/bench'
import { ask } from '@/studio/state/dialogs'
import { put, remove } from '@/studio/state/edits'
import { useProject } from '@/studio/state/project'
import { CommittedField } from '@/studio/ui/CommittedField'
import { IndexAction, IndexHead } from '@/studio/ui/IndexHead'
import { LengthField } from '@/studio/ui/LengthField'
import { NameField } from '@/studio/ui/NameField'
import { freePlane } from './copy-frame'
import { copyFrameDialog } from './options'
import { workPlane } from './tools/work-plane'

/** Stands a work plane up along a line of the plan. */
export function addPlane(): void {
  workOn(null)
  workbench.take(workPlane)
}

/** The head of a work plane in the index: a click looks at it straight on. */
export function PlaneHeading({ plane }: { readonly plane: WorkPlane }) {
  const records = useProject((project) => project.records)
  const looked = useBench((bench) => bench.levelId === plane.id)
  const used = [...records.values()].some(
    (record) =>
      ('levelId' in record && record.levelId === plane.id) ||
      ('planeId' in record && record.planeId === plane.id) ||
      (record.kind === 'work-plane' && record.follows === plane.id),
  )
  const followed = plane.follows ? workPlaneOf(plane.follows, records) : null
  return (
    <IndexHead
      name={plane.name}
      label={`Look at ${plane.name}`}
      hint={looked ? 'Back to the plan' : 'Look at it straight on'}
      figure={plane.leanRad === 0 ? 'upright' : 'inclined'}
      marked={looked}
      pressed={looked}
      onClick={() => workOn(looked ? null : plane.id)}
      actions={
        <>
          <IndexAction
            hint="Copy its members along the building"
            label={`Copy the frame on ${plane.name}`}
            onClick={() => void ask(copyFrameDialog, plane.id)}
          >
            <CopyIcon />
          </IndexAction>
          <IndexAction
            hint={used ? 'Something lies on it or follows it' : 'Remove this plane'}
            label={`Remove work plane ${plane.name}`}
            disabled={used}
            onClick={() => {
              if (looked) workOn(null)
              remove('Remove work plane', plane.id)
            }}
          >
            <CloseIcon />
          </IndexAction>
        </>
      }
    >
      {followed && (
        <Stack direction="row" sx={{ alignItems: 'center', justifyContent: 'space-between', pl: 0.75 }}>
          <Typography color="text.secondary" sx={{ fontSize: 12 }}>
            follows {followed.name}
            {plane.mirroredAtMm === undefined ? '' : ', mirrored'}
          </Typography>
          <Button size="small" onClick={() => freePlane(plane)} sx={{ minWidth: 0, py: 0 }}>
            Unlink
          </Button>
        </Stack>
      )}
      {looked && (
        <Box sx={{ px: 0.5 }}>
          <NameField
            label={`Name of work plane ${plane.name}`}
            value={plane.name}
            onChange={(name) => put('Rename work plane', { ...plane, name: name.slice(0, 100) })}
          />
          <PlaneFields plane={plane} used={used} />
        </Box>
      )}
    </IndexHead>
  )
}

/** How deep it looks, how it leans, and from which side. */
function PlaneFields({ plane, used }: { plane: WorkPlane; used: boolean }) {
  const change = (part: Partial<WorkPlane>) => put('Change work plane', { ...plane, ...part })
  const depth = (mm: number | undefined) => {
    if (!((mm ?? 0) >= 0)) throw new Error('A depth is not less than nothing.')
    return mm ?? 0
  }
  return (
    <Stack sx={{ gap: 1.25, px: 0.5, pt: 1.25, pb: 1 }}>
      <Stack direction="row" sx={{ gap: 1 }}>
        <LengthField label="Before it" mm={plane.beforeMm} usual={0} onTake={(mm) => change({ beforeMm: depth(mm) })} />
        <LengthField label="Behind it" mm={plane.behindMm} usual={0} onTake={(mm) => change({ behindMm: depth(mm) })} />
      </Stack>
      <Stack direction="row" sx={{ gap: 1, alignItems: 'center' }}>
        <CommittedField
          label="Tilted back by °"
          value={String(Math.round(((plane.leanRad * 180) / Math.PI) * 1e4) / 1e4)}
          onCommit={(text) => {
            const leanRad = (parseAngleDeg(text) * Math.PI) / 180
            if (Math.abs(leanRad) > 1.5) throw new Error('A plane is tilted by less than 86°: more is a level.')
            change({ leanRad })
          }}
        />
        <Tooltip title={used ? 'What lies on it would be turned round' : 'Look from the other side'}>
          <span>
            <IconButton
              size="small"
              aria-label="Look from the other side"
              disabled={used}
              onClick={() => change({ start: plane.end, end: plane.start })}
            >
              <FlipIcon sx={{ fontSize: 16 }} />
            </IconButton>
          </span>
        </Tooltip>
      </Stack>
    </Stack>
  )
}
