'use client'

import AddIcon from '@mui/icons-material/Add'
import TuneIcon from '@mui/icons-material/Tune'
import VisibilityOffIcon from '@mui/icons-material/VisibilityOffOutlined'
import VisibilityIcon from '@mui/icons-material/VisibilityOutlined'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import Checkbox from '@mui/material/Checkbox'
import FormControlLabel from '@mui/material/FormControlLabel'
import IconButton from '@mui/material/IconButton'
import MenuItem from '@mui/material/MenuItem'
import Stack from '@mui/material/Stack'
import TextField from '@mui/material/TextField'
import Tooltip from '@mui/material/Tooltip'
import Typography from '@mui/material/Typography'
import { useState } from 'react'
import { FIRST_LAYER, type Layer, layersOf } from '@/core/model/layer/schema'
import { LINE_TYPES, type LineType } from '@/core/model/pen'
import { isDrawn } from '@/core/model/shapes'
import { toolContext } from '@/studio/board/workbench'
import { choose, setQuietOthers, useBench, useOptions } from '@/studio/state/bench'
import { commit, put } from '@/studio/state/edits'
import { tell } from '@/studio/state/notices'
import { useProject } from '@/studio/state/project'
import { layerOptions } from '@/studio/tooling/options'
import { ColorChoice } from '@/studio/ui/ColorChoice'
import { CommittedField } from '@/studio/ui/CommittedField'

/** Calm inks for new layers, in turn. */
const INKS = ['#26302f', '#2b5f93', '#2f6b3f', '#8a5a2b', '#6a4c86', '#4f5a66']

/** The layers of plain linework: the one that is drawn on stands out, each opens for its pen. */
export function LayerList() {
  const records = useProject((project) => project.records)
  const active = useOptions(layerOptions).layerId
  const quiet = useBench((bench) => bench.quietOthers)
  const [open, setOpen] = useState<string | null>(null)
  const layers = layersOf(records)
  const add = () => {
    const layer: Layer = {
      ...FIRST_LAYER,
      id: crypto.randomUUID(),
      name: `Layer ${layers.length + 1}`,
      color: INKS[layers.length % INKS.length]!,
      order: Math.max(...layers.map(({ order }) => order)) + 1,
    }
    put('Add layer', layer)
    choose(layerOptions, { layerId: layer.id })
    setOpen(layer.id)
  }
  return (
    <Box component="section" aria-label="Layers" sx={{ mt: 2.5 }}>
      <Stack direction="row" sx={{ alignItems: 'center', justifyContent: 'space-between' }}>
        <Typography variant="h3">Layers</Typography>
        <Tooltip title="Add a layer and draw on it">
          <IconButton size="small" aria-label="Add a layer" onClick={add}>
            <AddIcon sx={{ fontSize: 18 }} />
          </IconButton>
        </Tooltip>
      </Stack>
      <Box component="ul" sx={{ listStyle: 'none', p: 0, m: 0 }}>
        {layers.map((layer) => (
          <LayerRow
            key={layer.id}
            layer={layer}
            active={layer.id === active}
            open={layer.id === open}
            onOpen={() => setOpen(layer.id === open ? null : layer.id)}
          />
        ))}
      </Box>
      <FormControlLabel
        control={<Checkbox size="small" checked={quiet} onChange={({ target }) => setQuietOthers(target.checked)} />}
        label="Quieten the other layers"
        slotProps={{ typography: { sx: { fontSize: 13.5 } } }}
      />
    </Box>
  )
}

interface LayerRowProps {
  readonly layer: Layer
  readonly active: boolean
  readonly open: boolean
  readonly onOpen: () => void
}

function LayerRow({ layer, active, open, onOpen }: LayerRowProps) {
  const { name, color, visible, locked } = layer
  return (
    <Box
      component="li"
      sx={{
        borderTop: 1,
        borderColor: 'divider',
        borderLeft: 3,
        borderLeftColor: active ? 'error.main' : 'transparent',
      }}
    >
      <Stack direction="row" sx={{ alignItems: 'center', pl: 0.75 }}>
        <Box
          aria-hidden
          sx={{
            width: 18,
            height: 0,
            borderTop: 3,
            borderColor: color,
            borderStyle: layer.line === 'full' ? 'solid' : layer.line === 'dotted' ? 'dotted' : 'dashed',
            borderBottom: 0,
            borderLeft: 0,
            borderRight: 0,
          }}
        />
        <Tooltip title={active ? 'What you draw lies on this layer' : 'Draw on this layer'}>
          <Button
            size="small"
            aria-pressed={active}
            onClick={() => choose(layerOptions, { layerId: layer.id })}
            sx={{
              flex: 1,
              minWidth: 0,
              justifyContent: 'flex-start',
              px: 1,
              fontWeight: active ? 650 : 450,
              color: visible ? 'text.primary' : 'text.secondary',
            }}
          >
            <Typography component="span" noWrap sx={{ fontSize: 13.5, fontWeight: 'inherit' }}>
              {name}
              {locked && ' (locked)'}
            </Typography>
          </Button>
        </Tooltip>
        <Tooltip title={visible ? 'Hide' : 'Show'}>
          <IconButton
            size="small"
            aria-label={`${visible ? 'Hide' : 'Show'} layer ${name}`}
            onClick={() => put(visible ? 'Hide layer' : 'Show layer', { ...layer, visible: !visible })}
          >
            {visible ? <VisibilityIcon sx={{ fontSize: 17 }} /> : <VisibilityOffIcon sx={{ fontSize: 17 }} />}
          </IconButton>
        </Tooltip>
        <Tooltip title="Name, pen and more">
          <IconButton size="small" aria-label={`Change layer ${name}`} aria-expanded={open} onClick={onOpen}>
            <TuneIcon sx={{ fontSize: 17 }} />
          </IconButton>
        </Tooltip>
      </Stack>
      {open && <LayerForm layer={layer} />}
    </Box>
  )
}

const LINE_WORDS: Record<LineType, string> = { full: 'Full', dashed: 'Dashed', dotted: 'Dotted', chain: 'Chain' }

function LayerForm({ layer }: { layer: Layer }) {
  const change = (label: string, part: Partial<Layer>) => put(label, { ...layer, ...part })
  return (
    <Stack sx={{ gap: 1.25, px: 1, pb: 1.5, pt: 0.5 }}>
      <CommittedField
        label="Name"
        value={layer.name}
        onCommit={(name) => name && change('Rename layer', { name: name.slice(0, 200) })}
      />
      <ColorChoice value={layer.color} onChange={(color) => change('Colour layer', { color })} />
      <Stack direction="row" sx={{ gap: 1 }}>
        <TextField
          select
          size="small"
          label="Line"
          value={layer.line}
          onChange={({ target }) => change('Change layer', { line: target.value as LineType })}
          sx={{ flex: 1 }}
        >
          {LINE_TYPES.map((line) => (
            <MenuItem key={line} value={line}>
              {LINE_WORDS[line]}
            </MenuItem>
          ))}
        </TextField>
        <CommittedField
          label="Weight, mm"
          value={String(layer.weightMm)}
          onCommit={(text) => {
            const weightMm = Number(text.replace(',', '.'))
            if (!(weightMm >= 0 && weightMm <= 5)) throw new Error('A line is between 0 and 5 mm wide on paper.')
            change('Change layer', { weightMm })
          }}
          sx={{ width: 104 }}
        />
      </Stack>
      <Stack direction="row">
        <FormControlLabel
          control={
            <Checkbox
              size="small"
              checked={layer.locked}
              onChange={({ target }) =>
                change(target.checked ? 'Lock layer' : 'Unlock layer', { locked: target.checked })
              }
            />
          }
          label="Locked"
        />
        <FormControlLabel
          control={
            <Checkbox
              size="small"
              checked={layer.printed}
              onChange={({ target }) => change('Change layer', { printed: target.checked })}
            />
          }
          label="Handed over"
        />
      </Stack>
      {layer.id !== FIRST_LAYER.id && (
        <Button size="small" color="error" variant="outlined" onClick={() => removeLayer(layer)}>
          Delete; its lines go to “{FIRST_LAYER.name}”
        </Button>
      )}
    </Stack>
  )
}

/** Takes a layer away; what lies on it goes to the first one. */
function removeLayer(layer: Layer): void {
  const { records, options } = toolContext()
  const moved = [...records.values()].filter(isDrawn).filter(({ layerId }) => layerId === layer.id)
  commit('Delete layer', [
    { id: layer.id, after: null },
    ...moved.map((shape) => ({ id: shape.id, after: { ...shape, layerId: FIRST_LAYER.id } })),
  ])
  if (options(layerOptions).layerId === layer.id) choose(layerOptions, { layerId: FIRST_LAYER.id })
  if (moved.length > 0)
    tell(`${moved.length === 1 ? 'One line' : `${moved.length} lines`} went to “${FIRST_LAYER.name}”.`)
}
