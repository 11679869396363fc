import { useSortable } from '@dnd-kit/sortable'
import { CSS } from '@dnd-kit/utilities'
import AdsClickIcon from '@mui/icons-material/AdsClick'
import DragIcon from '@mui/icons-material/DragIndicator'
import LockIcon from '@mui/icons-material/Lock'
import LockOpenIcon from '@mui/icons-material/LockOpen'
import MoreIcon from '@mui/icons-material/MoreHoriz'
import TuneIcon from '@mui/icons-material/Tune'
import VisibilityOffIcon from '@mui/icons-material/VisibilityOffOutlined'
import VisibilityIcon from '@mui/icons-material/VisibilityOutlined'
import Box from '@mui/material/Box'
import ButtonBase from '@mui/material/ButtonBase'
import IconButton from '@mui/material/IconButton'
import Menu from '@mui/material/Menu'
import MenuItem from '@mui/material/MenuItem'
import Stack from '@mui/material/Stack'
import Tooltip from '@mui/material/Tooltip'
import Typography from '@mui/material/Typography'
import { type MouseEvent, type ReactNode, useState } from 'react'
import type { Underlay } from '@/core/model/underlay/schema'
import { workbench } from '@/studio/board/workbench'
import type { SourceView } from '@/studio/state/api'
import { pointToSheet, useBench } from '@/studio/state/bench'
import { askMenu } from '@/studio/state/board-menu'
import { useProject } from '@/studio/state/project'
import { showUnderlays } from '@/studio/state/show'
import { fitState } from '@/studio/tooling/fit-state'
import { toggled } from '@/studio/tooling/picking'
import { sheetOf } from '@/studio/tooling/sheet-of'
import { useDisplay } from '@/studio/ui/display'
import { INDEX_ROW, ROW_ACTIONS, ROW_HEIGHT } from '@/studio/ui/index-row'
import { NameField } from '@/studio/ui/NameField'
import { moreForSheet } from './menu'
import { showSheetCard } from './show-card'
import { changeSheets, fitSheet, switchSheet } from './stack-edits'
import { Thumb } from './Thumb'

/** One width for all chips, so that what can be done stands beside them. */
const CHIP_PX = 72

/** A sheet in the index. A click picks it alone, with Ctrl beside others, with Shift all up to it. */
export function SheetRow({ underlay, order }: { underlay: Underlay; order: readonly string[] }) {
  const { id, name, visible, locked, catching } = underlay
  const sources = useProject((project) => project.sources)
  const picked = useBench((bench) => bench.selection.includes(id))
  const pointed = useBench((bench) => bench.pointed === id)
  const found = sheetOf(sources, underlay.sheetId)
  const sortable = useSortable({ id })
  return (
    <Box
      component="li"
      className="row"
      data-picked={picked}
      ref={sortable.setNodeRef}
      {...sortable.listeners}
      onContextMenu={(event: MouseEvent) => {
        event.preventDefault()
        askMenu({ at: { x: event.clientX, y: event.clientY }, id })
      }}
      onPointerEnter={() => pointToSheet(id)}
      onPointerLeave={() => pointToSheet(null)}
      style={{ transform: CSS.Translate.toString(sortable.transform), transition: sortable.transition }}
      sx={{
        ...INDEX_ROW,
        zIndex: sortable.isDragging ? 2 : 0,
        borderLeft: 3,
        borderLeftColor: picked ? 'error.main' : 'transparent',
        bgcolor: picked ? 'background.paper' : 'inherit',
        outline: pointed && !picked ? '1px dashed' : 'none',
        outlineOffset: -1,
        outlineColor: 'text.secondary',
      }}
    >
      <Stack direction="row" sx={{ ...ROW_HEIGHT, alignItems: 'center', gap: 0.75, pl: 0.75, pr: 0.75 }}>
        <ButtonBase
          aria-pressed={picked}
          aria-label={`Select ${name}`}
          onClick={(event: MouseEvent) => pick(id, event, order)}
          onDoubleClick={() => showUnderlays([underlay])}
          sx={{
            flex: 1,
            minWidth: 0,
            height: '100%',
            gap: 0.75,
            justifyContent: 'start',
            fontSize: 13,
            fontWeight: picked ? 600 : 450,
            opacity: visible ? 1 : 0.5,
          }}
        >
          <Thumb pictureHash={found?.sheet.pictureHash ?? null} />
          <Box
            component="span"
            title={name}
            sx={{ overflow: 'hidden', textOverflow: 'ellipsis', whiteSpace: 'nowrap' }}
          >
            {name}
          </Box>
        </ButtonBase>
        {!visible && <VisibilityOffIcon aria-hidden sx={{ fontSize: 14, color: 'text.secondary' }} />}
        {locked && <LockIcon aria-hidden sx={{ fontSize: 14, color: 'text.secondary' }} />}
        <FitChip underlay={underlay} />
      </Stack>
      <Box sx={{ ...ROW_ACTIONS, right: CHIP_PX + 8 }}>
        <Toggle
          label={visible ? `Hide ${name}` : `Show ${name}`}
          onClick={() => switchSheet(underlay, 'visible')}
          icon={visible ? <VisibilityIcon /> : <VisibilityOffIcon />}
        />
        <More underlay={underlay} />
      </Box>
      <Trouble
        found={found}
        superseded={found !== null && sources.some(({ supersedes }) => supersedes === found.source.id)}
      />
      {picked && (
        <Details underlay={underlay} found={found} dragging={sortable.active !== null}>
          <Tooltip title="Drag the row to reorder it, or to another level; or Space, then arrows">
            <IconButton
              size="small"
              ref={sortable.setActivatorNodeRef}
              {...sortable.attributes}
              aria-label={`Reorder ${name}`}
            >
              <DragIcon />
            </IconButton>
          </Tooltip>
          <Toggle
            label={locked ? `Unlock ${name}` : `Lock ${name}: a click never selects it`}
            onClick={() => switchSheet(underlay, 'locked')}
            icon={locked ? <LockIcon /> : <LockOpenIcon />}
          />
          <Toggle
            label={catching ? `Stop catching on ${name}` : `Catch on ${name}`}
            onClick={() => switchSheet(underlay, 'catching')}
            icon={<AdsClickIcon sx={{ opacity: catching ? 1 : 0.35 }} />}
          />
          <Toggle
            label={`Adjust ${name}: crop, layers, look`}
            onClick={() => showSheetCard([id])}
            icon={<TuneIcon />}
          />
        </Details>
      )}
    </Box>
  )
}

/** The scale of a sheet, and whether that is its true one; a click goes to fit it. */
function FitChip({ underlay }: { readonly underlay: Underlay }) {
  const sources = useProject((project) => project.sources)
  const { ratio, words, trusted } = fitState(underlay, sources, useDisplay())
  return (
    <Tooltip title={`Fit this sheet: ${ratio}, ${words}`}>
      <ButtonBase
        aria-label={`Fit ${underlay.name}: ${ratio}, ${words}`}
        onClick={() => fitSheet(underlay.id)}
        sx={{
          flexShrink: 0,
          width: CHIP_PX,
          height: 18,
          borderRadius: 9,
          border: 1,
          borderColor: trusted ? 'divider' : 'error.main',
          color: trusted ? 'text.secondary' : 'error.main',
          font: '500 11px "IBM Plex Mono", monospace',
        }}
      >
        {trusted ? ratio : 'not fitted'}
      </ButtonBase>
    </Tooltip>
  )
}

/** What is known of a picked sheet: its name, which can be changed, how it got its size, which page of which file it is. */
function Details({
  underlay,
  found,
  dragging,
  children,
}: {
  readonly underlay: Underlay
  readonly found: ReturnType<typeof sheetOf>
  /** Whether a sheet is being dragged: rows of very unlike heights would lie in one another's way. */
  readonly dragging: boolean
  /** What can be done with it. */
  readonly children: ReactNode
}) {
  const { name, crop } = underlay
  const sources = useProject((project) => project.sources)
  const { ratio, words, trusted } = fitState(underlay, sources, useDisplay())
  const page =
    found && (found.source.pageCount === 1 ? found.source.name : `p. ${found.sheet.number}, ${found.source.name}`)
  const actions = (
    <Stack direction="row" sx={{ '& svg': { fontSize: 17 } }}>
      {children}
    </Stack>
  )
  if (dragging) return actions
  return (
    <Box sx={{ pl: 1, pr: 0.75, pb: 0.75 }}>
      <NameField
        label={`Name of ${name}`}
        value={name}
        onChange={(next) => changeSheets('Rename sheet', [underlay], { name: next })}
      />
      <Typography sx={{ px: 0.5, fontSize: 12 }} color={trusted ? 'text.secondary' : 'error'}>
        {ratio}, {words}
      </Typography>
      <Typography sx={{ px: 0.5, fontSize: 12 }} color="text.secondary" noWrap title={found?.source.name}>
        {[page, crop ? 'cropped' : null].filter(Boolean).join(' · ')}
      </Typography>
      {actions}
    </Box>
  )
}

function pick(id: string, event: MouseEvent, order: readonly string[]): void {
  const { selection } = useBench.getState()
  if (event.shiftKey && selection.length > 0) {
    const [from, to] = [order.indexOf(selection.at(-1)!), order.indexOf(id)]
    if (from >= 0) return workbench.pick(order.slice(Math.min(from, to), Math.max(from, to) + 1))
  }
  if (event.ctrlKey || event.metaKey || event.shiftKey) return workbench.pick(toggled(selection, id))
  workbench.pick(selection.length === 1 && selection[0] === id ? [] : [id])
}

/** What is wrong with the file of a sheet, if anything is. */
function Trouble({ found, superseded }: { found: { source: SourceView } | null; superseded: boolean }) {
  const sentence = !found
    ? 'Its file is gone.'
    : found.source.damage
      ? 'Its stored file is damaged: see Bring in.'
      : superseded
        ? 'There is a newer revision.'
        : null
  if (!sentence) return null
  return (
    <Typography sx={{ px: 0.5, fontSize: 12 }} color="error">
      {sentence}
    </Typography>
  )
}

function More({ underlay }: { underlay: Underlay }) {
  const [anchor, setAnchor] = useState<HTMLElement | null>(null)
  const { name } = underlay
  return (
    <>
      <Toggle label={`More for ${name}`} onClick={(event) => setAnchor(event.currentTarget)} icon={<MoreIcon />} />
      <Menu anchorEl={anchor} open={anchor !== null} onClose={() => setAnchor(null)}>
        {moreForSheet(underlay).map(({ word, run }) => (
          <MenuItem
            key={word}
            dense
            onClick={() => {
              setAnchor(null)
              run()
            }}
          >
            {word}
          </MenuItem>
        ))}
      </Menu>
    </>
  )
}

function Toggle({
  label,
  icon,
  onClick,
}: {
  label: string
  icon: ReactNode
  onClick: (event: MouseEvent<HTMLElement>) => void
}) {
  return (
    <Tooltip title={label}>
      <IconButton size="small" aria-label={label} onClick={onClick}>
        {icon}
      </IconButton>
    </Tooltip>
  )
}
