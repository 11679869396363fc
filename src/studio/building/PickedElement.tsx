'use client'

import Button from '@mui/material/Button'
import MenuItem from '@mui/material/MenuItem'
import Stack from '@mui/material/Stack'
import TextField from '@mui/material/TextField'
import Typography from '@mui/material/Typography'
import { storeyOf, whyRefused } from '@/core/building/building'
import type { BuildingElement } from '@/core/model/building-shapes'
import type { Column } from '@/core/model/column/schema'
import { DOOR_WAYS, OPENING_USES, type Opening } from '@/core/model/opening/schema'
import type { Slab } from '@/core/model/slab/schema'
import type { Space } from '@/core/model/space/schema'
import { formatArea, formatLength, formatVolume } from '@/core/units/format'
import { parseLength } from '@/core/units/length'
import { select, toolContext } from '../bench-store'
import { removeShapes } from '../edit/edits'
import { CommittedField } from '../panels/CommittedField'
import { put, tell, useProject } from '../project/store'

/** One element of the building that is picked: what it is, and what can be changed about it. */
export function PickedElement({ element }: { element: Exclude<BuildingElement, { kind: 'wall' }> }) {
  return (
    <Stack sx={{ gap: 1.25 }}>
      <Typography sx={{ fontSize: 16, fontWeight: 600 }}>{TITLES[element.kind]}</Typography>
      <Fields element={element} />
      <Button
        variant="outlined"
        color="error"
        onClick={() => {
          removeShapes([element])
          select([])
        }}
      >
        Delete
      </Button>
    </Stack>
  )
}

const TITLES = {
  opening: 'Opening',
  space: 'Room',
  separator: 'Room separator',
  column: 'Column',
  slab: 'Slab',
} as const

function Fields({ element }: { element: Exclude<BuildingElement, { kind: 'wall' }> }) {
  switch (element.kind) {
    case 'opening':
      return <OpeningFields opening={element} />
    case 'space':
      return <RoomFields space={element} />
    case 'column':
      return <ColumnFields column={element} />
    case 'slab':
      return <SlabFields slab={element} />
    case 'separator':
      return <Typography color="text.secondary">It ends a room where there is no wall.</Typography>
  }
}

/** A length of an element, in the unit of the job. */
export function LengthField({
  label,
  mm,
  usual,
  onTake,
}: {
  readonly label: string
  readonly mm: number | undefined
  /** What holds where nothing is given: shown, and taken again by emptying the field. */
  readonly usual?: number
  readonly onTake: (mm: number | undefined) => void
}) {
  const { display } = toolContext()
  return (
    <CommittedField
      label={label}
      value={formatLength(mm ?? usual ?? 0, display, false)}
      onCommit={(text) => {
        if (text === '' && usual !== undefined) return onTake(undefined)
        onTake(/^[+-]?0$/.test(text) ? 0 : parseLength(text, display.unit))
      }}
    />
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
  words: readonly T[]
  onTake: (value: T) => void
}) {
  return (
    <TextField select size="small" label={label} value={value} onChange={({ target }) => onTake(target.value as T)}>
      {words.map((word) => (
        <MenuItem key={word} value={word}>
          {word}
        </MenuItem>
      ))}
    </TextField>
  )
}

/** Changes an opening where it then still fits. */
function changeOpening(opening: Opening, change: Partial<Opening>): void {
  const { records } = useProject.getState()
  const wall = records.get(opening.wallId)
  if (wall?.kind !== 'wall') return
  const changed = { ...opening, ...change }
  if (!(changed.widthMm > 0 && changed.heightMm > 0 && changed.sillMm >= 0))
    throw new Error('An opening has some width and height, and its sill is not below the foot of the wall.')
  const why = whyRefused(changed, wall, records)
  if (why) return tell(why)
  put('Change opening', changed)
}

function OpeningFields({ opening }: { opening: Opening }) {
  const change = (part: Partial<Opening>) => changeOpening(opening, part)
  return (
    <>
      <Choice label="Kind" value={opening.use} words={OPENING_USES} onTake={(use) => change({ use })} />
      {opening.use === 'door' && (
        <Choice label="Opens" value={opening.way} words={DOOR_WAYS} onTake={(way) => change({ way })} />
      )}
      <LengthField label="Width" mm={opening.widthMm} onTake={(mm) => mm !== undefined && change({ widthMm: mm })} />
      <LengthField label="Height" mm={opening.heightMm} onTake={(mm) => mm !== undefined && change({ heightMm: mm })} />
      <LengthField label="Sill" mm={opening.sillMm} onTake={(mm) => mm !== undefined && change({ sillMm: mm })} />
      <LengthField
        label="Middle from the start of its wall"
        mm={opening.alongMm}
        onTake={(mm) => mm !== undefined && change({ alongMm: mm })}
      />
      {opening.use === 'door' && (
        <Stack direction="row" sx={{ gap: 1 }}>
          <Button
            size="small"
            variant="outlined"
            onClick={() => change({ hinge: opening.hinge === 'start' ? 'end' : 'start' })}
          >
            Swap hinges
          </Button>
          <Button
            size="small"
            variant="outlined"
            onClick={() => change({ opens: opening.opens === 'left' ? 'right' : 'left' })}
          >
            Swap side
          </Button>
        </Stack>
      )}
    </>
  )
}

function RoomFields({ space }: { space: Space }) {
  const { plan, display, records } = toolContext()
  const boundary = plan.boundaryOf(space)
  const height = space.heightMm ?? storeyOf(space, records)
  return (
    <>
      <Typography variant="figure" color={boundary ? undefined : 'error'}>
        {boundary
          ? `${formatArea(boundary.areaMm2, display)}, ${formatLength(boundary.perimeterMm, display)} around, ${formatVolume(boundary.areaMm2 * height, display)}`
          : 'Open: walls or separators do not enclose it.'}
      </Typography>
      <CommittedField
        label="Name"
        value={space.name}
        onCommit={(name) => name && put('Change room', { ...space, name: name.slice(0, 100) })}
      />
      <CommittedField
        label="Number"
        value={space.number}
        onCommit={(number) => put('Change room', { ...space, number: number.slice(0, 30) })}
      />
      <CommittedField
        label="Use"
        value={space.use}
        onCommit={(use) => put('Change room', { ...space, use: use.slice(0, 100) })}
      />
      <LengthField
        label="Clear height"
        mm={space.heightMm}
        usual={height}
        onTake={(mm) => put('Change room', withLength(space, 'heightMm', mm))}
      />
    </>
  )
}

function ColumnFields({ column }: { column: Column }) {
  const { records } = toolContext()
  const sized = (part: Partial<Column>) => {
    if (Object.values(part).some((mm) => !(Number(mm) > 0)))
      throw new Error('A column has some width, depth and height.')
    put('Change column', { ...column, ...part })
  }
  return (
    <>
      <LengthField
        label={column.section === 'round' ? 'Diameter' : 'Width'}
        mm={column.widthMm}
        onTake={(mm) => sized({ widthMm: mm ?? 0, ...(column.section === 'round' && { depthMm: mm ?? 0 }) })}
      />
      {column.section === 'rectangle' && (
        <LengthField label="Depth" mm={column.depthMm} onTake={(mm) => sized({ depthMm: mm ?? 0 })} />
      )}
      <LengthField
        label="Height"
        mm={column.heightMm}
        usual={storeyOf(column, records)}
        onTake={(mm) => put('Change column', withLength(column, 'heightMm', mm))}
      />
    </>
  )
}

function SlabFields({ slab }: { slab: Slab }) {
  return (
    <>
      <LengthField
        label="Thickness"
        mm={slab.thicknessMm}
        onTake={(mm) => {
          if (!(mm !== undefined && mm > 0)) throw new Error('A slab has some thickness.')
          put('Change slab', { ...slab, thicknessMm: mm })
        }}
      />
      <LengthField
        label="Upper side above its level"
        mm={slab.topMm}
        onTake={(mm) => mm !== undefined && put('Change slab', { ...slab, topMm: mm })}
      />
    </>
  )
}

/** An element with a length of its own, or without one. @throws Error with a sentence */
export function withLength<E extends object, K extends keyof E>(element: E, key: K, mm: number | undefined): E {
  if (mm !== undefined && !(mm > 0)) throw new Error('Type a length of more than nothing, or empty the field.')
  const { [key]: _, ...rest } = element
  return (mm === undefined ? rest : { ...element, [key]: mm }) as E
}
