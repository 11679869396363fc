'use client'

import Button from '@mui/material/Button'
import MenuItem from '@mui/material/MenuItem'
import Stack from '@mui/material/Stack'
import TextField from '@mui/material/TextField'
import Typography from '@mui/material/Typography'
import { chainLength } from '@/core/draft/chain'
import { doubleAreaOf } from '@/core/geometry/piece/measure'
import { layersOf } from '@/core/model/layer/schema'
import { LINE_TYPES, type LineType } from '@/core/model/pen'
import { isDrawn, kindOf, penOf, type Shape } from '@/core/model/shapes'
import { formatArea, formatLength } from '@/core/units/format'
import { parseLength } from '@/core/units/length'
import { toolContext, workbench } from '@/studio/board/workbench'
import { StatedField } from '@/studio/features/sketch/feature'
import { put } from '@/studio/state/edits'
import { useNow } from '@/studio/state/now'
import { removal } from '@/studio/tooling/shape-edits'
import { ColorChoice } from '@/studio/ui/ColorChoice'
import { CommittedField } from '@/studio/ui/CommittedField'
import { useDisplay } from '@/studio/ui/display'
import { LengthField } from '@/studio/ui/LengthField'
import {
  allLike,
  chainsAmong,
  close,
  type Done,
  dropNeedless,
  join,
  membersAlong,
  simplify,
  wallsAlong,
} from './line-commands'

/** What is picked, in words: `3 lines, 1 circle`. */
function inWords(shapes: readonly Shape[]): string {
  const counts = new Map<string, number>()
  for (const shape of shapes) counts.set(kindOf(shape).word, (counts.get(kindOf(shape).word) ?? 0) + 1)
  return [...counts]
    .map(([word, n]) => `${n.toLocaleString('en')} ${n === 1 ? word : word === 'hatch' ? 'hatches' : `${word}s`}`)
    .join(', ')
}

/** What is picked of the drawn: its sizes, layer and pen, and what can be done with it. */
export function PickedShapes() {
  const { shapes } = useNow()
  const context = toolContext()
  const { display, records } = context
  const chains = chainsAmong(shapes, context)
  const length = chains.reduce((sum, chain) => sum + chainLength(chain), 0)
  const area = chains
    .filter(({ closed }) => closed)
    .reduce((sum, { pieces }) => sum + Math.abs(doubleAreaOf(pieces)) / 2, 0)
  const drawn = shapes.filter(isDrawn)
  const [first] = drawn
  const act = (command: (shapes: readonly Shape[], given: typeof context) => Done) => () =>
    workbench.carryOut(command(shapes, toolContext()))
  return (
    <>
      <Typography sx={{ fontSize: 16, fontWeight: 600 }}>{inWords(shapes)}</Typography>
      {length > 0 && (
        <Typography variant="figure" component="p" sx={{ mb: 0.5 }}>
          {formatLength(length, display)}
          {area > 0 && `, ${formatArea(area, display)}`}
        </Typography>
      )}
      {first && (
        <Stack sx={{ gap: 1.25, mt: 1 }}>
          <TextField
            select
            size="small"
            label="Layer"
            value={drawn.every(({ layerId }) => layerId === first.layerId) ? first.layerId : ''}
            onChange={({ target }) =>
              put('Change layer of lines', ...drawn.map((shape) => ({ ...shape, layerId: target.value })))
            }
          >
            {layersOf(records).map(({ id, name }) => (
              <MenuItem key={id} value={id}>
                {name}
              </MenuItem>
            ))}
          </TextField>
          <PenFields shapes={drawn} />
          {shapes.length === 1 && <OwnFields shape={shapes[0]!} />}
        </Stack>
      )}
      <Typography color="text.secondary" sx={{ mt: 1.5, mb: 0.5, fontSize: 12.5 }}>
        Pick all
      </Typography>
      <Stack direction="row" sx={{ flexWrap: 'wrap', gap: 0.75 }}>
        {(['layer', 'kind', 'alike'] as const).map((way) => (
          <Action
            key={way}
            word={{ layer: 'on its layer', kind: 'of its kind', alike: 'alike' }[way]}
            onClick={() => workbench.pick(allLike(shapes, way, toolContext()))}
          />
        ))}
      </Stack>
      <Typography color="text.secondary" sx={{ mt: 1.5, mb: 0.5, fontSize: 12.5 }}>
        Do
      </Typography>
      <Stack direction="row" sx={{ flexWrap: 'wrap', gap: 0.75 }}>
        <Action word="Join" onClick={act(join)} />
        <Action word="Close" onClick={act(close)} />
        <Action word="Simplify" onClick={act(simplify)} />
        <Action word="Walls along" onClick={act(wallsAlong)} />
        <Action word="Members along" onClick={act(membersAlong)} />
        <Action word="Drop doubled and tiny" onClick={act(dropNeedless)} />
        <Action
          word="Delete"
          onClick={() => {
            workbench.carryOut({ edit: removal(shapes, toolContext().records), pick: [] })
          }}
        />
      </Stack>
    </>
  )
}

const Action = ({ word, onClick }: { word: string; onClick: () => void }) => (
  <Button size="small" variant="outlined" onClick={onClick} sx={{ px: 1, minWidth: 0 }}>
    {word}
  </Button>
)

function PenFields({ shapes }: { shapes: readonly Extract<Shape, { layerId: string }>[] }) {
  const { records } = toolContext()
  const pen = penOf(shapes[0]!, records)
  const own = shapes.some((shape) => shape.pen)
  const change = (part: Partial<typeof pen>) =>
    put('Change pen', ...shapes.map((shape) => ({ ...shape, pen: { ...shape.pen, ...part } })))
  return (
    <Stack direction="row" sx={{ gap: 1, alignItems: 'center' }}>
      <ColorChoice value={pen.color} label="" onChange={(color) => change({ color })} />
      <TextField
        select
        size="small"
        label="Line"
        value={pen.line}
        onChange={({ target }) => change({ line: target.value as LineType })}
        sx={{ flex: 1 }}
      >
        {LINE_TYPES.map((line) => (
          <MenuItem key={line} value={line}>
            {line}
          </MenuItem>
        ))}
      </TextField>
      <Button
        size="small"
        disabled={!own}
        onClick={() => put('Change pen', ...shapes.map((shape) => ({ ...shape, pen: undefined })))}
        sx={{ minWidth: 0, px: 0.75 }}
      >
        As layer
      </Button>
    </Stack>
  )
}

/** Values that only one kind has. */
function OwnFields({ shape }: { shape: Shape }) {
  const display = useDisplay()
  const length = (text: string) => {
    const mm = parseLength(text, display.unit)
    if (!(mm > 0)) throw new Error('Type a length of more than nothing.')
    return mm
  }
  if (shape.kind === 'circle')
    return (
      <CommittedField
        label="Radius"
        value={formatLength(shape.radiusMm, display, false)}
        onCommit={(text) => put('Change circle', { ...shape, radiusMm: length(text) })}
      />
    )
  if (shape.kind === 'text')
    return (
      <>
        <CommittedField
          label="Text"
          value={shape.text}
          onCommit={(text) => text && put('Change text', { ...shape, text })}
        />
        <CommittedField
          label="Height"
          value={formatLength(shape.heightMm, display, false)}
          onCommit={(text) => put('Change text', { ...shape, heightMm: length(text) })}
        />
      </>
    )
  if (shape.kind === 'insert' && shape.upMm !== undefined)
    return (
      <LengthField
        label="Height above zero"
        mm={shape.upMm}
        onTake={(mm) => put('Change height', { ...shape, upMm: mm ?? 0 })}
      />
    )
  if (shape.kind === 'dimension') return <StatedField dimension={shape} />
  if (shape.kind === 'hatch')
    return (
      <CommittedField
        label="Spacing"
        value={formatLength(shape.spacingMm, display, false)}
        onCommit={(text) => put('Change hatch', { ...shape, spacingMm: length(text) })}
      />
    )
  return null
}
