import Typography from '@mui/material/Typography'
import { roofSizes } from '@/core/model/roof/plane'
import { type Roof, STEEPEST_RAD } from '@/core/model/roof/schema'
import { parseAngleDeg } from '@/core/units/angle'
import { formatArea } from '@/core/units/format'
import { put } from '@/studio/state/edits'
import { CommittedField } from '@/studio/ui/CommittedField'
import { useDisplay } from '@/studio/ui/display'
import { LengthField } from '@/studio/ui/LengthField'

export function RoofFields({ element: roof }: { element: Roof }) {
  const display = useDisplay()
  return (
    <>
      <Typography variant="figure">{formatArea(roofSizes(roof).areaMm2, display)} along the slope</Typography>
      <CommittedField
        label="Pitch °"
        value={String(Math.round((roof.pitchRad * 180e3) / Math.PI) / 1e3)}
        onCommit={(text) => {
          const pitchRad = (parseAngleDeg(text) * Math.PI) / 180
          if (!(pitchRad >= 0 && pitchRad <= STEEPEST_RAD)) throw new Error('A roof rises by 0 to 80 degrees.')
          put('Change roof', { ...roof, pitchRad })
        }}
      />
      <LengthField
        label="Thickness"
        mm={roof.thicknessMm}
        onTake={(mm) => {
          if (!(mm !== undefined && mm > 0)) throw new Error('A roof has some thickness.')
          put('Change roof', { ...roof, thicknessMm: mm })
        }}
      />
      <LengthField
        label="Underside at the eaves, above its level"
        mm={roof.eavesMm}
        onTake={(mm) => mm !== undefined && put('Change roof', { ...roof, eavesMm: mm })}
      />
    </>
  )
}
