import Button from '@mui/material/Button'
import Typography from '@mui/material/Typography'
import { storeyOf } from '@/core/building/building'
import type { Stair } from '@/core/model/stair/schema'
import { stepsOf } from '@/core/model/stair/steps'
import { formatLength } from '@/core/units/format'
import { toolContext } from '@/studio/board/workbench'
import { put } from '@/studio/state/edits'
import { CommittedField } from '@/studio/ui/CommittedField'
import { LengthField, withLength } from '@/studio/ui/LengthField'

/** Two risers and a going within these are comfortable (Blondel's rule), in millimetres. */
const COMFORTABLE = [600, 660] as const

export function StairFields({ element: stair }: { element: Stair }) {
  const { records, display } = toolContext()
  const rise = stair.riseMm ?? storeyOf(stair, records)
  const { riserMm, goingMm, paceMm } = stepsOf(stair, rise)
  const exact = { ...display, precision: Math.max(1, display.precision) }
  const comfortable = paceMm >= COMFORTABLE[0] && paceMm <= COMFORTABLE[1]
  return (
    <>
      <Typography variant="figure">
        {stair.risers} risers of {formatLength(riserMm, exact)}, goings of {formatLength(goingMm, exact)}
      </Typography>
      <Typography color={comfortable ? 'text.secondary' : 'error'} sx={{ fontSize: 12.5 }}>
        Two risers and a going make {formatLength(paceMm, display)}
        {comfortable ? '.' : ': 600 to 660 mm walk well.'}
      </Typography>
      <CommittedField
        label="Risers"
        value={String(stair.risers)}
        onCommit={(text) => {
          const risers = Number(text)
          if (!(Number.isInteger(risers) && risers >= 2 && risers <= 100))
            throw new Error('A flight has 2 to 100 risers.')
          put('Change stair', { ...stair, risers })
        }}
      />
      <LengthField
        label="Width"
        mm={stair.widthMm}
        onTake={(mm) => {
          if (!(mm !== undefined && mm > 0)) throw new Error('A stair has some width.')
          put('Change stair', { ...stair, widthMm: mm })
        }}
      />
      <LengthField
        label="Rise"
        mm={stair.riseMm}
        usual={rise}
        onTake={(mm) => put('Change stair', withLength(stair, 'riseMm', mm))}
      />
      <Button
        size="small"
        variant="outlined"
        onClick={() => put('Turn stair round', { ...stair, start: stair.end, end: stair.start })}
      >
        Climb the other way
      </Button>
    </>
  )
}
