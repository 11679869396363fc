import MenuItem from '@mui/material/MenuItem'
import Stack from '@mui/material/Stack'
import TextField from '@mui/material/TextField'
import Typography from '@mui/material/Typography'
import { BOLT_GRADES, BOLT_SIZES, boltSize } from '@/core/fasteners/sizes'
import type { Bolts } from '@/core/model/bolts/schema'
import { parseAngleDeg } from '@/core/units/angle'
import { formatLength } from '@/core/units/format'
import { put } from '@/studio/state/edits'
import { useBuilding } from '@/studio/state/use-building'
import { CommittedField } from '@/studio/ui/CommittedField'
import { useDisplay } from '@/studio/ui/display'
import { LengthField } from '@/studio/ui/LengthField'

const whole = (text: string): number => {
  const value = Number(text)
  if (!(Number.isInteger(value) && value >= 1 && value <= 50)) throw new Error('Type a whole number of 1 to 50.')
  return value
}

export function BoltsFields({ element: bolts }: { element: Bolts }) {
  const building = useBuilding()
  const display = useDisplay()
  const built = building.bolting.groups.find((group) => group.bolts.id === bolts.id)
  const change = (part: Partial<Bolts>) => put('Change bolts', { ...bolts, ...part })
  const pitch = (mm: number | undefined) => {
    if (!((mm ?? 0) > 0)) throw new Error('Bolts stand some way apart.')
    return mm!
  }
  const size = boltSize(bolts.size)!
  return (
    <>
      {built && (
        <Typography variant="figure">
          {bolts.rows * bolts.columns} × {bolts.size} × {formatLength(built.lengthMm, display, false)}, grip{' '}
          {formatLength(Math.max(...built.each.map(({ gripMm }) => gripMm)), display)}
        </Typography>
      )}
      <Stack direction="row" sx={{ gap: 1 }}>
        <TextField
          select
          fullWidth
          size="small"
          label="Size"
          value={bolts.size}
          onChange={({ target }) => {
            const next = boltSize(target.value)!
            const grade = BOLT_GRADES[next.system].includes(bolts.grade)
              ? bolts.grade
              : BOLT_GRADES[next.system].at(-2)!
            change({ size: next.name, grade })
          }}
        >
          {BOLT_SIZES.map(({ name }) => (
            <MenuItem key={name} value={name}>
              {name}
            </MenuItem>
          ))}
        </TextField>
        <TextField
          select
          fullWidth
          size="small"
          label="Grade"
          value={bolts.grade}
          onChange={({ target }) => change({ grade: target.value })}
        >
          {BOLT_GRADES[size.system].map((grade) => (
            <MenuItem key={grade} value={grade}>
              {grade}
            </MenuItem>
          ))}
        </TextField>
      </Stack>
      <Stack direction="row" sx={{ gap: 1 }}>
        <CommittedField label="Rows" value={String(bolts.rows)} onCommit={(text) => change({ rows: whole(text) })} />
        <LengthField label="apart" mm={bolts.rowPitchMm} onTake={(mm) => change({ rowPitchMm: pitch(mm) })} />
      </Stack>
      <Stack direction="row" sx={{ gap: 1 }}>
        <CommittedField
          label="Columns"
          value={String(bolts.columns)}
          onCommit={(text) => change({ columns: whole(text) })}
        />
        <LengthField label="apart" mm={bolts.columnPitchMm} onTake={(mm) => change({ columnPitchMm: pitch(mm) })} />
      </Stack>
      <CommittedField
        label="Turned by °"
        value={String(Math.round(((bolts.turnRad * 180) / Math.PI) * 1e4) / 1e4)}
        onCommit={(text) => change({ turnRad: (parseAngleDeg(text) * Math.PI) / 180 })}
      />
    </>
  )
}
