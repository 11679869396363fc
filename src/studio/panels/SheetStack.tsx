'use client'

import AdsClickIcon from '@mui/icons-material/AdsClick'
import DeleteOutline from '@mui/icons-material/DeleteOutlined'
import CenterIcon from '@mui/icons-material/FilterCenterFocus'
import LockOpenIcon from '@mui/icons-material/LockOpenOutlined'
import LockIcon from '@mui/icons-material/LockOutlined'
import VisibilityOffIcon from '@mui/icons-material/VisibilityOffOutlined'
import VisibilityIcon from '@mui/icons-material/VisibilityOutlined'
import Box from '@mui/material/Box'
import IconButton from '@mui/material/IconButton'
import Slider from '@mui/material/Slider'
import Stack from '@mui/material/Stack'
import Tooltip from '@mui/material/Tooltip'
import Typography from '@mui/material/Typography'
import type { ReactNode } from 'react'
import { ratioOf } from '@/core/model/underlay/placement'
import type { Underlay } from '@/core/model/underlay/schema'
import { formatRatio } from '@/core/units/format'
import { contentUrl } from '../api'
import { select, useBench } from '../bench-store'
import { palette } from '../board/palette'
import { showUnderlay } from '../board/show'
import { put, remove, underlaysOf, useProject } from '../project/store'
import { sheetOf } from '../sheets/use-sheets'
import { fittedBy } from '../tools/fit'
import { NameField } from './NameField'

/** The project as a pile seen from the side: the tracing on top, the sheets beneath. */
export function SheetStack() {
  const records = useProject((project) => project.records)
  const walls = [...records.values()].filter((record) => record.kind === 'wall').length
  const underlays = underlaysOf(records).reverse()
  return (
    <Box
      component="aside"
      aria-label="Stack"
      sx={{
        gridArea: 'stack',
        overflow: 'auto',
        borderRight: 1,
        borderColor: 'divider',
        bgcolor: palette.vellumDeep,
        p: 1.25,
      }}
    >
      <Box
        sx={{
          px: 1.5,
          py: 1,
          mb: 1.25,
          border: 1,
          borderColor: palette.wallEdge,
          bgcolor: palette.wallFilm,
          transform: 'skewX(-8deg)',
        }}
      >
        <Typography variant="h3" sx={{ transform: 'skewX(8deg)' }}>
          Tracing{' '}
          <Typography component="span" sx={{ fontWeight: 400, fontSize: 13 }}>
            {walls === 1 ? '1 wall' : `${walls} walls`}
          </Typography>
        </Typography>
      </Box>
      <Stack component="ul" sx={{ listStyle: 'none', p: 0, m: 0, gap: 1.25 }}>
        {underlays.map((underlay) => (
          <StackEntry key={underlay.id} underlay={underlay} />
        ))}
      </Stack>
      {underlays.length === 0 && (
        <Typography color="text.secondary" sx={{ fontSize: 13 }}>
          No sheet lies here yet. Bring one in: it goes beneath the tracing.
        </Typography>
      )}
    </Box>
  )
}

function StackEntry({ underlay }: { underlay: Underlay }) {
  const sources = useProject((project) => project.sources)
  const picked = useBench((bench) => bench.selection.includes(underlay.id))
  const found = sheetOf(sources, underlay.sheetId)
  const { name, visible, locked, catching, tone } = underlay
  const change = (label: string, part: Partial<Underlay>) => put(label, { ...underlay, ...part })
  const fitted = fittedBy(underlay) !== undefined
  return (
    <Box
      component="li"
      sx={{
        bgcolor: 'background.paper',
        border: 1,
        borderColor: picked ? 'error.main' : 'divider',
        opacity: visible ? 1 : 0.7,
      }}
    >
      <Box
        component="button"
        type="button"
        aria-pressed={picked}
        aria-label={`Pick ${name}`}
        onClick={() => select(picked ? [] : [underlay.id])}
        onDoubleClick={() => showUnderlay(underlay)}
        sx={{
          display: 'block',
          width: '100%',
          height: 78,
          p: 0,
          border: 0,
          borderBottom: 1,
          borderColor: 'divider',
          cursor: 'pointer',
          bgcolor: '#fff',
          backgroundImage: found?.sheet.pictureHash ? `url(${contentUrl(found.sheet.pictureHash)})` : undefined,
          backgroundSize: 'cover',
          backgroundPosition: 'center',
        }}
      />
      <Box sx={{ px: 0.75, pt: 0.5 }}>
        <NameField label={`Name of ${name}`} value={name} onChange={(next) => change('Rename sheet', { name: next })} />
        <Typography sx={{ px: 0.5, fontSize: 12 }} color={fitted ? 'text.secondary' : 'error'}>
          {fitted
            ? `fitted, ${formatRatio(ratioOf(underlay.placement))}`
            : `not fitted, taken for ${formatRatio(ratioOf(underlay.placement))}`}
        </Typography>
        {!found && (
          <Typography sx={{ px: 0.5, fontSize: 12 }} color="error">
            Its file is gone.
          </Typography>
        )}
      </Box>
      <Stack direction="row" sx={{ px: 0.25, pb: 0.25, justifyContent: 'space-between' }}>
        <Toggle
          label={visible ? `Hide ${name}` : `Show ${name}`}
          onClick={() => change(visible ? 'Hide sheet' : 'Show sheet', { visible: !visible })}
          icon={visible ? <VisibilityIcon /> : <VisibilityOffIcon />}
        />
        <Toggle
          label={locked ? `Unlock ${name}` : `Lock ${name}: a click never picks it`}
          onClick={() => change(locked ? 'Unlock sheet' : 'Lock sheet', { locked: !locked })}
          icon={locked ? <LockIcon /> : <LockOpenIcon />}
        />
        <Toggle
          label={catching ? `Stop catching on ${name}` : `Catch on ${name}`}
          onClick={() => change('Switch catching', { catching: !catching })}
          icon={<AdsClickIcon sx={{ opacity: catching ? 1 : 0.35 }} />}
        />
        <Toggle label={`Show all of ${name}`} onClick={() => showUnderlay(underlay)} icon={<CenterIcon />} />
        <Toggle
          label={`Remove ${name} from the board`}
          onClick={() => {
            remove('Remove sheet', underlay.id)
            select([])
          }}
          icon={<DeleteOutline />}
        />
      </Stack>
      {picked && (
        <Box sx={{ px: 1.75 }}>
          <Slider
            key={tone}
            size="small"
            color="secondary"
            aria-label={`Tone of ${name}`}
            min={0.1}
            max={1}
            step={0.05}
            defaultValue={tone}
            onChangeCommitted={(_, value) => change('Change tone', { tone: value as number })}
          />
        </Box>
      )}
    </Box>
  )
}

function Toggle({ label, icon, onClick }: { label: string; icon: ReactNode; onClick: () => void }) {
  return (
    <Tooltip title={label}>
      <IconButton size="small" aria-label={label} onClick={onClick} sx={{ '& svg': { fontSize: 18 } }}>
        {icon}
      </IconButton>
    </Tooltip>
  )
}
