import Button from '@mui/material/Button'
import MenuItem from '@mui/material/MenuItem'
import Stack from '@mui/material/Stack'
import TextField from '@mui/material/TextField'
import Typography from '@mui/material/Typography'
import { sectionOf } from '@/core/model/section/schema'
import { workPlanesOf } from '@/core/model/work-plane/schema'
import { parseAngleDeg } from '@/core/units/angle'
import { choose, useBench, useOptions } from '@/studio/state/bench'
import { useProject } from '@/studio/state/project'
import { CommittedField } from '@/studio/ui/CommittedField'
import { LengthField } from '@/studio/ui/LengthField'
import { memberOptions } from './options'
import { SeatPicture } from './SeatPicture'
import { SectionField } from './SectionField'

/** How the section of the next members lies on their line. */
export function SeatChoice() {
  const chosen = useOptions(memberOptions)
  const section = useProject((project) => sectionOf(chosen.sectionId, project.records))
  const levelId = useBench((bench) => bench.levelId)
  const records = useProject((project) => project.records)
  const planes = workPlanesOf(records)
  const onPlane = planes.some(({ id }) => id === levelId)
  return (
    <Stack component="section" aria-label="Section of the next members" sx={{ gap: 1.25 }}>
      <SectionField sectionId={chosen.sectionId} onTake={(sectionId) => choose(memberOptions, { sectionId })} />
      {section && (
        <Stack direction="row" sx={{ gap: 1.5 }}>
          <SeatPicture
            shape={section.shape}
            seat={chosen.seat}
            turnRad={(chosen.memberTurnDeg * Math.PI) / 180}
            acrossMm={chosen.memberAcrossMm}
            upMm={chosen.memberUpMm}
            mirrored={chosen.memberMirrored}
            onChange={(seat) => choose(memberOptions, { seat })}
          />
          <Stack sx={{ gap: 1, flex: 1, minWidth: 0 }}>
            <CommittedField
              label="Turned by °"
              value={String(chosen.memberTurnDeg)}
              onCommit={(text) => choose(memberOptions, { memberTurnDeg: parseAngleDeg(text) })}
            />
            <LengthField
              label="Offset across"
              mm={chosen.memberAcrossMm}
              usual={0}
              onTake={(mm) => choose(memberOptions, { memberAcrossMm: mm ?? 0 })}
            />
            <LengthField
              label="Offset up"
              mm={chosen.memberUpMm}
              usual={0}
              onTake={(mm) => choose(memberOptions, { memberUpMm: mm ?? 0 })}
            />
          </Stack>
        </Stack>
      )}
      <Stack direction="row" sx={{ gap: 1 }}>
        <Choice
          label="Over others it"
          value={chosen.memberRuns}
          words={{ through: 'runs through', broken: 'is broken' }}
          onTake={(memberRuns) => choose(memberOptions, { memberRuns })}
        />
        <Choice
          label="Ends on others"
          value={chosen.memberFit}
          words={{
            plain: 'left as drawn',
            square: 'cut square',
            face: 'to its face',
            mitre: 'mitred',
            notch: 'notched',
          }}
          onTake={(memberFit) => choose(memberOptions, { memberFit })}
        />
      </Stack>
      <Stack direction="row" sx={{ gap: 1 }}>
        <LengthField
          label="Out of the plane"
          mm={chosen.memberAsideMm}
          usual={0}
          onTake={(mm) => choose(memberOptions, { memberAsideMm: mm ?? 0 })}
        />
        {onPlane && planes.length > 1 && (
          <Choice
            label="It ends on"
            value={
              chosen.memberEndsOn && planes.some(({ id }) => id === chosen.memberEndsOn)
                ? chosen.memberEndsOn
                : levelId!
            }
            words={Object.fromEntries(planes.map(({ id, name }) => [id, id === levelId ? 'this plane' : name]))}
            onTake={(id) => choose(memberOptions, { memberEndsOn: id === levelId ? null : id })}
          />
        )}
      </Stack>
      <Button
        size="small"
        variant="outlined"
        aria-pressed={chosen.memberMirrored}
        onClick={() => choose(memberOptions, { memberMirrored: !chosen.memberMirrored })}
      >
        Mirror section
      </Button>
      <Typography color="text.secondary" sx={{ fontSize: 12.5 }}>
        Seen from where the member starts. Click the point of the section that follows the line you trace: the red cross
        is that line.
      </Typography>
    </Stack>
  )
}

function Choice<T extends string>({
  label,
  value,
  words,
  onTake,
}: {
  label: string
  value: T
  words: Readonly<Record<T, string>>
  onTake: (value: T) => void
}) {
  return (
    <TextField
      select
      fullWidth
      size="small"
      label={label}
      value={value}
      onChange={({ target }) => onTake(target.value as T)}
    >
      {(Object.entries(words) as [T, string][]).map(([each, word]) => (
        <MenuItem key={each} value={each}>
          {word}
        </MenuItem>
      ))}
    </TextField>
  )
}
