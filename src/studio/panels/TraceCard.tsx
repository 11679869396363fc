'use client'

import Button from '@mui/material/Button'
import Stack from '@mui/material/Stack'
import Typography from '@mui/material/Typography'
import { wallHeightMm } from '@/core/building/building'
import { distance } from '@/core/geometry/vector'
import { isBuildingElement } from '@/core/model/building-shapes'
import { isShape } from '@/core/model/shapes'
import type { Wall } from '@/core/model/wall/schema'
import { TRACED_LINES } from '@/core/model/wall/schema'
import { formatLength } from '@/core/units/format'
import { select, toolContext, useBench } from '../bench-store'
import { LengthField, PickedElement, withLength } from '../building/PickedElement'
import { removeShapes } from '../edit/edits'
import { put, useProject } from '../project/store'
import { SymbolList } from '../symbols/SymbolList'
import { LayerList } from './LayerList'
import { PickedShapes } from './PickedShapes'

/** What is traced: what is picked, or all of it; then the layers and symbols. */
export function TraceCard() {
  const records = useProject((project) => project.records)
  const selection = useBench((bench) => bench.selection)
  const walls = [...records.values()].filter((record) => record.kind === 'wall')
  const shapes = selection.flatMap((id) => {
    const record = records.get(id)
    return record && isShape(record) ? [record] : []
  })
  const only = shapes.length === 1 ? shapes[0] : undefined
  const picked = shapes.filter((shape) => shape.kind === 'wall')
  return (
    <>
      {picked.length > 0 && picked.length === shapes.length ? (
        <PickedWalls walls={picked} />
      ) : only && isBuildingElement(only) && only.kind !== 'wall' ? (
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

function AllWalls({ walls }: { walls: readonly Wall[] }) {
  const { display } = toolContext()
  const byThickness = new Map<number, number>()
  for (const { start, end, thicknessMm } of walls)
    byThickness.set(thicknessMm, (byThickness.get(thicknessMm) ?? 0) + distance(start, end))
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
  const next = TRACED_LINES[(TRACED_LINES.indexOf(first!.tracedLine) + 1) % TRACED_LINES.length]!
  return (
    <>
      {walls.map(({ id, start, end, thicknessMm, tracedLine }) => (
        <Stack key={id} sx={{ mb: 1.5 }}>
          <Typography variant="figure" sx={{ fontSize: 20, fontWeight: 600 }}>
            {formatLength(distance(start, end), display)}
          </Typography>
          <Typography color="text.secondary">
            {formatLength(thicknessMm, display)} thick, {tracedLine === 'centre' ? 'centre' : `${tracedLine} face`}{' '}
            traced
          </Typography>
        </Stack>
      ))}
      <Stack sx={{ gap: 1.25 }}>
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
        <Button
          variant="outlined"
          onClick={() => put('Change wall', ...walls.map((each) => ({ ...each, tracedLine: next })))}
        >
          Trace its {next === 'centre' ? 'centre' : `${next} face`} instead
        </Button>
        <Button
          variant="outlined"
          onClick={() =>
            put('Change wall', ...walls.map((each) => ({ ...each, thicknessMm: choices.wallThicknessMm })))
          }
        >
          Make it {formatLength(choices.wallThicknessMm, display)} thick
        </Button>
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
