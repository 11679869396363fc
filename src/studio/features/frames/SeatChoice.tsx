import Button from '@mui/material/Button'
import MenuItem from '@mui/material/MenuItem'
import Stack from '@mui/material/Stack'
import TextField from '@mui/material/TextField'
import Typography from '@mui/material/Typography'
import { sectionOf } from '@/core/model/section/schema'
import { workPlanesOf } from '@/core/model/work-plane/schema'
import { parseAngleDeg } from '@/core/units/angle'
import { setChoices, useBench } from '@/studio/state/bench'
import { useProject } from '@/studio/state/store'
import { CommittedField } from '@/studio/ui/CommittedField'
import { LengthField } from '@/studio/ui/LengthField'
import { SeatPicture } from './SeatPicture'
import { SectionField } from './SectionField'

/** How the section of the next members lies on their line. */
export function SeatChoice() {
  const choices = useBench((bench) => bench.choices)
  const section = useProject((project) => sectionOf(choices.sectionId, project.records))
  const levelId = useBench((bench) => bench.levelId)
  const records = useProject((project) => project.records)
  const planes = workPlanesOf(records)
  const onPlane = planes.some(({ id }) => id === levelId)
  return (
    <Stack component="section" aria-label="Section of the next members" sx={{ gap: 1.25 }}>
      <SectionField sectionId={choices.sectionId} onTake={(sectionId) => setChoices({ sectionId })} />
      {section && (
        <Stack direction="row" sx={{ gap: 1.5 }}>
          <SeatPicture
            shape={section.shape}
            seat={choices.seat}
            turnRad={(choices.memberTurnDeg * Math.PI) / 180}
            acrossMm={choices.memberAcrossMm}
            upMm={choices.memberUpMm}
            mirrored={choices.memberMirrored}
            onChange={(seat) => setChoices({ seat })}
          />
          <Stack sx={{ gap: 1, flex: 1, minWidth: 0 }}>
            <CommittedField
              label="Turned by °"
              value={String(choices.memberTurnDeg)}
              onCommit={(text) => setChoices({ memberTurnDeg: parseAngleDeg(text) })}
            />
            <LengthField
              label="Off across"
              mm={choices.memberAcrossMm}
              usual={0}
              onTake={(mm) => setChoices({ memberAcrossMm: mm ?? 0 })}
            />
            <LengthField
              label="Off upwards"
              mm={choices.memberUpMm}
              usual={0}
              onTake={(mm) => setChoices({ memberUpMm: mm ?? 0 })}
            />
          </Stack>
        </Stack>
      )}
      <Stack direction="row" sx={{ gap: 1 }}>
        <Choice
          label="Over others it"
          value={choices.memberRuns}
          words={{ through: 'runs through', broken: 'is broken' }}
          onTake={(memberRuns) => setChoices({ memberRuns })}
        />
        <Choice
          label="Ends on others"
          value={choices.memberFit}
          words={{
            plain: 'left as drawn',
            square: 'cut square',
            face: 'to its face',
            mitre: 'mitred',
            notch: 'notched',
          }}
          onTake={(memberFit) => setChoices({ memberFit })}
        />
      </Stack>
      <Stack direction="row" sx={{ gap: 1 }}>
        <LengthField
          label="Out of the plane"
          mm={choices.memberAsideMm}
          usual={0}
          onTake={(mm) => setChoices({ memberAsideMm: mm ?? 0 })}
        />
        {onPlane && planes.length > 1 && (
          <Choice
            label="It ends on"
            value={
              choices.memberEndsOn && planes.some(({ id }) => id === choices.memberEndsOn)
                ? choices.memberEndsOn
                : levelId!
            }
            words={Object.fromEntries(planes.map(({ id, name }) => [id, id === levelId ? 'this plane' : name]))}
            onTake={(id) => setChoices({ memberEndsOn: id === levelId ? null : id })}
          />
        )}
      </Stack>
      <Button
        size="small"
        variant="outlined"
        aria-pressed={choices.memberMirrored}
        onClick={() => setChoices({ memberMirrored: !choices.memberMirrored })}
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
