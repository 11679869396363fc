'use client'

import AddIcon from '@mui/icons-material/Add'
import UpIcon from '@mui/icons-material/ArrowUpward'
import CloseIcon from '@mui/icons-material/Close'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import Dialog from '@mui/material/Dialog'
import DialogActions from '@mui/material/DialogActions'
import DialogContent from '@mui/material/DialogContent'
import DialogTitle from '@mui/material/DialogTitle'
import IconButton from '@mui/material/IconButton'
import MenuItem from '@mui/material/MenuItem'
import Stack from '@mui/material/Stack'
import TextField from '@mui/material/TextField'
import Typography from '@mui/material/Typography'
import { LAYER_USES, type LayerUse, type WallLayer, type WallType, wallTypesOf } from '@/core/model/wall-type/schema'
import { thicknessOf } from '@/core/model/wall-type/typed'
import { formatLength } from '@/core/units/format'
import { parseLength } from '@/core/units/length'
import type { DialogProps } from '@/studio/kernel/dialog'
import { choose, useOptions } from '@/studio/state/bench'
import { ask } from '@/studio/state/dialogs'
import { useProject } from '@/studio/state/project'
import { CommittedField } from '@/studio/ui/CommittedField'
import { useDisplay } from '@/studio/ui/display'
import { RatedFields } from '@/studio/ui/RatedFields'
import { LAYER_FILLS, SectionBar } from '@/studio/ui/SectionBar'
import { LibraryLine } from '../library/feature'
import { libraryDialog } from '../library/options'
import { wallOptions } from './options'
import { addWallType, changeWallType, countOfType, removeWallType } from './wall-types'

/** The types of walls of the project, each with its layers from outside to inside. */
export function WallTypesDialog({ answer }: DialogProps<void, void>) {
  const records = useProject((project) => project.records)
  const thicknessMm = useOptions(wallOptions).wallThicknessMm
  const close = () => answer(null)
  const types = wallTypesOf(records)
  return (
    <Dialog open onClose={close} maxWidth="md" fullWidth aria-labelledby="wall-types-title">
      <DialogTitle id="wall-types-title">Wall types</DialogTitle>
      <DialogContent>
        {types.length === 0 && (
          <Typography color="text.secondary" sx={{ mb: 2 }}>
            A type says of which layers a wall is built. Walls of a type follow when it is changed; tables and IFC tell
            its materials.
          </Typography>
        )}
        {types.map((type) => (
          <TypeFields key={type.id} type={type} count={countOfType(type.id, records)} />
        ))}
        <Button
          variant="outlined"
          startIcon={<AddIcon />}
          onClick={() => choose(wallOptions, { wallTypeId: addWallType(thicknessMm) })}
        >
          New wall type
        </Button>
        <Button sx={{ ml: 1 }} onClick={() => void ask(libraryDialog, 'wall-type')}>
          From the library…
        </Button>
      </DialogContent>
      <DialogActions>
        <Button onClick={close}>Close</Button>
      </DialogActions>
    </Dialog>
  )
}

function TypeFields({ type, count }: { type: WallType; count: number }) {
  const display = useDisplay()
  const { layers } = type
  const change = (next: readonly WallLayer[]) => changeWallType({ ...type, layers: [...next] })
  return (
    <Box
      component="section"
      aria-label={type.name}
      sx={{ borderBottom: 1, borderColor: 'divider', pb: 2, mb: 2, display: 'flex', flexDirection: 'column', gap: 1 }}
    >
      <Stack direction="row" sx={{ gap: 2, alignItems: 'center', pt: 1 }}>
        <CommittedField
          label="Name of the type"
          value={type.name}
          onCommit={(name) => name && changeWallType({ ...type, name: name.slice(0, 100) })}
          sx={{ width: 260 }}
        />
        <Box sx={{ display: 'flex', width: 180, height: 30 }}>
          <SectionBar layers={layers} />
        </Box>
        <Typography variant="figure" sx={{ flex: 1 }}>
          {formatLength(thicknessOf(type), display)}
          {count > 0 && `, ${count === 1 ? '1 wall' : `${count} walls`}`}
        </Typography>
        <Button size="small" color="error" onClick={() => removeWallType(type)}>
          Remove
        </Button>
      </Stack>
      <Stack direction="row" sx={{ gap: 1, alignItems: 'center' }}>
        <RatedFields value={type} onChange={(part) => changeWallType({ ...type, ...part })} />
        <Told
          label="Stands"
          value={type.external}
          words={['between inside and outside', 'inside']}
          unsaid="as the rooms tell"
          onTake={(external) => changeWallType({ ...type, external })}
        />
        <Told
          label="Bears loads"
          value={type.loadBearing}
          words={['yes', 'no']}
          unsaid="not said"
          onTake={(loadBearing) => changeWallType({ ...type, loadBearing })}
        />
      </Stack>
      <Typography color="text.secondary" sx={{ fontSize: 12.5 }}>
        Layers, from the outside to the inside
      </Typography>
      {layers.map((layer, i) => (
        <LayerRow
          key={thicknessOf({ layers: layers.slice(0, i) })}
          layer={layer}
          index={i}
          onChange={(next) => change(layers.map((each, j) => (j === i ? next : each)))}
          onUp={i > 0 ? () => change(movedUp(layers, i)) : null}
          onRemove={layers.length > 1 ? () => change(layers.filter((_, j) => j !== i)) : null}
        />
      ))}
      <Box>
        <Button
          size="small"
          startIcon={<AddIcon />}
          disabled={layers.length >= 20}
          onClick={() => change([...layers, { material: 'Plaster', thicknessMm: 15, use: 'finish' }])}
        >
          Add a layer inside
        </Button>
      </Box>
      <LibraryLine record={type} />
    </Box>
  )
}

interface ToldProps {
  readonly label: string
  readonly value: boolean | undefined
  readonly words: readonly [yes: string, no: string]
  readonly unsaid: string
  readonly onTake: (value: boolean | undefined) => void
}

/** Something that is so, is not, or is left open. */
function Told({ label, value, words, unsaid, onTake }: ToldProps) {
  return (
    <TextField
      select
      size="small"
      label={label}
      value={value === undefined ? '' : String(value)}
      onChange={({ target }) => onTake(target.value === '' ? undefined : target.value === 'true')}
      slotProps={{ select: { displayEmpty: true }, inputLabel: { shrink: true } }}
      sx={{ flex: 1 }}
    >
      <MenuItem value="">{unsaid}</MenuItem>
      <MenuItem value="true">{words[0]}</MenuItem>
      <MenuItem value="false">{words[1]}</MenuItem>
    </TextField>
  )
}

const movedUp = (layers: readonly WallLayer[], i: number): WallLayer[] => [
  ...layers.slice(0, i - 1),
  layers[i]!,
  layers[i - 1]!,
  ...layers.slice(i + 1),
]

function LayerRow({
  layer,
  index,
  onChange,
  onUp,
  onRemove,
}: {
  layer: WallLayer
  index: number
  onChange: (layer: WallLayer) => void
  onUp: (() => void) | null
  onRemove: (() => void) | null
}) {
  const display = useDisplay()
  return (
    <Stack direction="row" sx={{ gap: 1, alignItems: 'center' }}>
      <Box
        aria-hidden
        sx={{ width: 18, height: 30, background: LAYER_FILLS[layer.use], border: '1px solid #155457', flexShrink: 0 }}
      />
      <CommittedField
        label={`Material of layer ${index + 1}`}
        value={layer.material}
        onCommit={(material) => material && onChange({ ...layer, material: material.slice(0, 100) })}
        sx={{ flex: 1 }}
      />
      <CommittedField
        label="Thickness"
        value={formatLength(layer.thicknessMm, display, false)}
        onCommit={(text) => {
          const thicknessMm = parseLength(text, display.unit)
          if (!(thicknessMm > 0 && thicknessMm <= 10_000)) throw new Error('A layer is between nothing and 10 m thick.')
          onChange({ ...layer, thicknessMm })
        }}
        sx={{ width: 110 }}
      />
      <TextField
        select
        size="small"
        label="What it is for"
        value={layer.use}
        onChange={({ target }) => onChange({ ...layer, use: target.value as LayerUse })}
        sx={{ width: 150 }}
      >
        {LAYER_USES.map((use) => (
          <MenuItem key={use} value={use}>
            {use}
          </MenuItem>
        ))}
      </TextField>
      <IconButton
        size="small"
        aria-label={`Move layer ${index + 1} further out`}
        disabled={!onUp}
        onClick={() => onUp?.()}
      >
        <UpIcon sx={{ fontSize: 16 }} />
      </IconButton>
      <IconButton
        size="small"
        aria-label={`Remove layer ${index + 1}`}
        disabled={!onRemove}
        onClick={() => onRemove?.()}
      >
        <CloseIcon sx={{ fontSize: 16 }} />
      </IconButton>
    </Stack>
  )
}
