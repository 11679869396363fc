'use client'

import Button from '@mui/material/Button'
import Stack from '@mui/material/Stack'
import Typography from '@mui/material/Typography'
import { type WallType, wallTypeOf, wallTypesOf } from '@/core/model/wall-type/schema'
import { thicknessOf } from '@/core/model/wall-type/typed'
import { formatLength } from '@/core/units/format'
import { parseLength } from '@/core/units/length'
import { workbench } from '@/studio/board/workbench'
import { choose, useBench, useOptions } from '@/studio/state/bench'
import { useProject } from '@/studio/state/project'
import { ChoiceField } from '@/studio/ui/ChoiceField'
import { useDisplay } from '@/studio/ui/display'
import { OneOf } from '@/studio/ui/OneOf'
import { wallOptions } from './options'
import { WallSection } from './WallSection'
import { WallTypeChoice } from './WallTypeChoice'
import { addWallType } from './wall-types'

/** How the next walls are drawn, how they are built, and which of their lines is traced. */
export function WallChoices() {
  const records = useProject((project) => project.records)
  const { wallForm, wallThicknessMm, wallTypeId, tracedLine, wallFlipped, pickedThicknessMm } = useOptions(wallOptions)
  const display = useDisplay()
  const type = wallTypeOf({ typeId: wallTypeId }, records)
  if (pickedThicknessMm !== null) return <PickedThickness mm={pickedThicknessMm} types={wallTypesOf(records)} />
  const take = (text: string) => {
    const mm = parseLength(text, display.unit)
    if (!(mm > 0 && mm <= 10_000)) throw new Error('A wall is between nothing and 10 m thick.')
    choose(wallOptions, { wallThicknessMm: mm, wallTypeId: null })
  }
  return (
    <>
      <OneOf
        label="How walls are drawn"
        value={wallForm}
        words={{ chain: 'Chain', round: 'Round', rectangle: 'Rectangle' }}
        onChange={(next) => {
          choose(wallOptions, { wallForm: next })
          // What is begun goes on from the last point.
          workbench.update({ points: useBench.getState().session.points.slice(-1), typed: {} })
        }}
      />
      <WallTypeChoice
        type={type}
        onTake={(taken) => choose(wallOptions, { wallTypeId: taken?.id ?? null })}
        slotProps={{ select: { inputProps: { 'aria-label': 'Wall type' } } }}
        sx={{ width: 124, flexShrink: 0, '& .MuiSelect-select': { py: 0.7, fontSize: 13 } }}
      />
      <ChoiceField
        label="Thickness"
        name="wall-thickness"
        width={64}
        value={formatLength(type ? thicknessOf(type) : wallThicknessMm, display, false)}
        onTake={take}
      />
      <WallSection
        layers={type?.layers ?? [{ material: 'Wall', thicknessMm: wallThicknessMm, use: 'bearing' }]}
        flipped={wallFlipped}
        value={tracedLine}
        onChange={(line) => choose(wallOptions, { tracedLine: line })}
      />
    </>
  )
}

/** Types as thick as this, against what was picked, are offered. */
const NEAR_MM = 25

/** What becomes of a thickness that was picked from the sheet. */
function PickedThickness({ mm, types }: { mm: number; types: readonly WallType[] }) {
  const display = useDisplay()
  const off = (type: WallType) => Math.abs(thicknessOf(type) - mm)
  const near = types.filter((type) => off(type) <= NEAR_MM).sort((a, b) => off(a) - off(b))
  const rounded = Math.round(mm)
  const take = (wallTypeId: string | null) =>
    choose(wallOptions, { pickedThicknessMm: null, wallTypeId, ...(!wallTypeId && { wallThicknessMm: rounded }) })
  return (
    <Stack direction="row" role="group" aria-label="Selected thickness" sx={{ gap: 1, alignItems: 'center' }}>
      <Typography variant="figure" sx={{ fontWeight: 600, whiteSpace: 'nowrap' }}>
        {formatLength(mm, display)}
      </Typography>
      {near.slice(0, 2).map((type) => (
        <Button
          key={type.id}
          size="small"
          variant="outlined"
          onClick={() => take(type.id)}
          sx={{ whiteSpace: 'nowrap' }}
        >
          {type.name}, {formatLength(thicknessOf(type), display)}
        </Button>
      ))}
      <Button size="small" variant="outlined" onClick={() => take(null)} sx={{ whiteSpace: 'nowrap' }}>
        Plain wall
      </Button>
      <Button size="small" variant="outlined" onClick={() => take(addWallType(rounded))} sx={{ whiteSpace: 'nowrap' }}>
        New type
      </Button>
    </Stack>
  )
}
