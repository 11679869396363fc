'use client'

import Button from '@mui/material/Button'
import Stack from '@mui/material/Stack'
import Typography from '@mui/material/Typography'
import { wallHeightMm } from '@/core/building/building'
import { isBuildingElement } from '@/core/model/building-shapes'
import { isShape } from '@/core/model/shapes'
import { wallLengthMm } from '@/core/model/wall/line'
import type { Wall } from '@/core/model/wall/schema'
import { wallTypeOf } from '@/core/model/wall-type/schema'
import { flipped, withType } from '@/core/model/wall-type/typed'
import { formatLength } from '@/core/units/format'
import { PickedShapes } from '@/studio/features/change/PickedShapes'
import { MemberCard } from '@/studio/features/frames/MemberCard'
import { SeatChoice } from '@/studio/features/frames/SeatChoice'
import { LayerList } from '@/studio/features/lines/LayerList'
import { PartCard } from '@/studio/features/parts/PartCard'
import { useLookedPart } from '@/studio/features/parts/parts'
import { PickedElement } from '@/studio/features/structure/PickedElement'
import { SymbolList } from '@/studio/features/symbols/SymbolList'
import { tracedWords, WallSection } from '@/studio/features/walls/WallSection'
import { WallTypeChoice } from '@/studio/features/walls/WallTypeChoice'
import { select, toolContext, useBench } from '@/studio/state/bench'
import { put, useProject } from '@/studio/state/store'
import { removeShapes } from '@/studio/tooling/shape-edits'
import { LengthField, withLength } from '@/studio/ui/LengthField'

/** What is traced: what is picked, or all of it; then the layers and symbols. */
export function TraceCard() {
  const records = useProject((project) => project.records)
  const selection = useBench((bench) => bench.selection)
  const tool = useBench((bench) => bench.tool)
  const walls = [...records.values()].filter((record) => record.kind === 'wall')
  const shapes = selection.flatMap((id) => {
    const record = records.get(id)
    return record && isShape(record) ? [record] : []
  })
  const only = shapes.length === 1 ? shapes[0] : undefined
  const picked = shapes.filter((shape) => shape.kind === 'wall')
  const members = shapes.filter((shape) => shape.kind === 'member')
  const part = useLookedPart()
  if (part)
    return (
      <>
        <PartCard part={part} />
        {shapes.length > 0 && <PickedShapes shapes={shapes} />}
        <LayerList />
        <SymbolList />
      </>
    )
  return (
    <>
      {shapes.length === 0 && PLACING.has(tool) ? (
        <SeatChoice />
      ) : picked.length > 0 && picked.length === shapes.length ? (
        <PickedWalls walls={picked} />
      ) : members.length > 0 && members.length === shapes.length ? (
        <MemberCard members={members} />
      ) : only && isBuildingElement(only) && only.kind !== 'wall' && only.kind !== 'member' ? (
        <PickedElement key={only.id} element={only} />
      ) : shapes.length > 0 ? (
        <PickedShapes shapes={shapes} />
      ) : walls.length > 0 ? (
        <AllWalls walls={walls} />
      ) : (
        <Typography color="text.secondary">
          Type how thick the walls are, say which of their lines you follow, and click along the plan. Draw and Change
          on the bench hold everything for plain lines. The cursor catches the sheet’s own lines and yours.
        </Typography>
      )}
      <LayerList />
      <SymbolList />
    </>
  )
}

/** Tools that place members. */
const PLACING: ReadonlySet<string> = new Set(['member', 'member-along', 'member-in-pair'])

function AllWalls({ walls }: { walls: readonly Wall[] }) {
  const { display } = toolContext()
  const byThickness = new Map<number, number>()
  for (const wall of walls)
    byThickness.set(wall.thicknessMm, (byThickness.get(wall.thicknessMm) ?? 0) + wallLengthMm(wall))
  return (
    <>
      <Typography sx={{ mb: 1 }}>{walls.length === 1 ? '1 wall' : `${walls.length} walls`}, by thickness:</Typography>
      {[...byThickness].map(([thickness, length]) => (
        <Stack key={thickness} direction="row" sx={{ justifyContent: 'space-between', py: 0.25 }}>
          <Typography variant="figure">{formatLength(thickness, display)}</Typography>
          <Typography variant="figure">{formatLength(length, display)}</Typography>
        </Stack>
      ))}
      <Typography color="text.secondary" sx={{ mt: 2, fontSize: 12.5 }}>
        Lengths are of the traced lines. Pick a wall with Look to see or change it.
      </Typography>
    </>
  )
}

function PickedWalls({ walls }: { walls: readonly Wall[] }) {
  const { display, choices, records } = toolContext()
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
                ...walls.map((each) => ({ ...withType(each, null), thicknessMm: choices.wallThicknessMm })),
              )
            }
          >
            Make it {formatLength(choices.wallThicknessMm, display)} thick
          </Button>
        )}
        <Button
          variant="outlined"
          color="error"
          onClick={() => {
            removeShapes(walls)
            select([])
          }}
        >
          Delete
        </Button>
      </Stack>
    </>
  )
}
