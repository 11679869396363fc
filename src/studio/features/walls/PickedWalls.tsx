'use client'

import Button from '@mui/material/Button'
import Stack from '@mui/material/Stack'
import Typography from '@mui/material/Typography'
import { wallHeightMm } from '@/core/building/building'
import { wallLengthMm } from '@/core/model/wall/line'
import { wallTypeOf } from '@/core/model/wall-type/schema'
import { flipped, withType } from '@/core/model/wall-type/typed'
import { formatLength } from '@/core/units/format'
import { toolContext, workbench } from '@/studio/board/workbench'
import { useOptions } from '@/studio/state/bench'
import { put } from '@/studio/state/edits'
import { useNow } from '@/studio/state/now'
import { removal } from '@/studio/tooling/shape-edits'
import { useDisplay } from '@/studio/ui/display'
import { LengthField, withLength } from '@/studio/ui/LengthField'
import { wallOptions } from './options'
import { tracedWords, WallSection } from './WallSection'
import { WallTypeChoice } from './WallTypeChoice'

/** Walls that are picked: their sizes and types, all changed alike. */
export function PickedWalls() {
  const now = useNow()
  const walls = now.shapes.filter((shape) => shape.kind === 'wall')
  const { records } = now
  const display = useDisplay()
  const { wallThicknessMm } = useOptions(wallOptions)
  const [first] = walls
  const alike = walls.every(({ typeId }) => typeId === first!.typeId)
  const type = wallTypeOf(first!, records)
  return (
    <>
      {walls.map((wall) => (
        <Stack key={wall.id} sx={{ mb: 1.5 }}>
          <Typography variant="figure" sx={{ fontSize: 20, fontWeight: 600 }}>
            {formatLength(wallLengthMm(wall), display)}
          </Typography>
          <Typography color="text.secondary">
            {formatLength(wall.thicknessMm, display)} thick, {tracedWords(wall.tracedLine)} traced
          </Typography>
        </Stack>
      ))}
      <Stack sx={{ gap: 1.25 }}>
        <WallTypeChoice
          label="Type"
          type={alike ? type : undefined}
          onTake={(taken) => put('Change type of wall', ...walls.map((each) => withType(each, taken)))}
        />
        <Stack direction="row" sx={{ gap: 1.5, alignItems: 'center' }}>
          <WallSection
            layers={type?.layers ?? [{ material: 'Wall', thicknessMm: first!.thicknessMm, use: 'bearing' }]}
            flipped={first!.flipped ?? false}
            value={first!.tracedLine}
            onChange={(line) => put('Change wall', ...walls.map((each) => ({ ...each, tracedLine: line })))}
          />
          <Button size="small" variant="outlined" onClick={() => put('Flip wall', ...walls.map(flipped))}>
            Flip
          </Button>
        </Stack>
        <LengthField
          label="Height"
          mm={first!.heightMm}
          usual={wallHeightMm({ ...first!, heightMm: undefined }, records)}
          onTake={(mm) => put('Change wall', ...walls.map((each) => withLength(each, 'heightMm', mm)))}
        />
        <LengthField
          label="Foot above its level"
          mm={first!.baseMm}
          usual={0}
          onTake={(mm) => put('Change wall', ...walls.map((each) => ({ ...each, baseMm: mm ?? 0 })))}
        />
        {first!.heightMm === undefined && (
          <LengthField
            label="Head above the next level"
            mm={first!.topMm}
            usual={0}
            onTake={(mm) => put('Change wall', ...walls.map((each) => ({ ...each, topMm: mm ?? 0 })))}
          />
        )}
        {!type && (
          <Button
            variant="outlined"
            onClick={() =>
              put(
                'Change wall',
                ...walls.map((each) => ({
                  ...withType(each, null),
                  thicknessMm: wallThicknessMm,
                })),
              )
            }
          >
            Make it {formatLength(wallThicknessMm, display)} thick
          </Button>
        )}
        <Button
          variant="outlined"
          color="error"
          onClick={() => {
            workbench.carryOut({ edit: removal(walls, toolContext().records), pick: [] })
          }}
        >
          Delete
        </Button>
      </Stack>
    </>
  )
}
