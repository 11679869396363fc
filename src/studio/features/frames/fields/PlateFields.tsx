import MenuItem from '@mui/material/MenuItem'
import TextField from '@mui/material/TextField'
import Typography from '@mui/material/Typography'
import { builtPlates } from '@/core/building/plates'
import type { Plate } from '@/core/model/plate/schema'
import { put } from '@/studio/state/edits'
import { useProject } from '@/studio/state/project'
import { LengthField } from '@/studio/ui/LengthField'

export function PlateFields({ element: plate }: { element: Plate }) {
  const records = useProject((project) => project.records)
  const built = builtPlates(new Map(records).set(plate.id, plate)).find((each) => each.plate.id === plate.id)
  return (
    <>
      {built && <Typography variant="figure">{built.massKg.toFixed(2)} kg</Typography>}
      <LengthField
        label="Thickness"
        mm={plate.thicknessMm}
        onTake={(mm) => {
          if (!((mm ?? 0) > 0)) throw new Error('A plate has some thickness.')
          put('Change plate', { ...plate, thicknessMm: mm! })
        }}
      />
      {!plate.on && (
        <LengthField
          label="Its middle out of the plane"
          mm={plate.asideMm}
          usual={0}
          onTake={(mm) => put('Shift plate', { ...plate, asideMm: mm ?? 0 })}
        />
      )}
      <TextField
        select
        size="small"
        label="Joined"
        value={plate.joined}
        onChange={({ target }) => put('Change plate', { ...plate, joined: target.value as Plate['joined'] })}
      >
        <MenuItem value="welded">Welded</MenuItem>
        <MenuItem value="bolted">Bolted</MenuItem>
      </TextField>
    </>
  )
}
