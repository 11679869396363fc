import { useSortable } from '@dnd-kit/sortable'
import { CSS } from '@dnd-kit/utilities'
import AdsClickIcon from '@mui/icons-material/AdsClick'
import CenterIcon from '@mui/icons-material/CenterFocusWeak'
import ContentCopyIcon from '@mui/icons-material/ContentCopy'
import DeleteOutline from '@mui/icons-material/DeleteOutlined'
import DragIcon from '@mui/icons-material/DragIndicator'
import AloneIcon from '@mui/icons-material/FilterCenterFocus'
import LiftIcon from '@mui/icons-material/LayersOutlined'
import LockIcon from '@mui/icons-material/Lock'
import LockOpenIcon from '@mui/icons-material/LockOpen'
import MoreIcon from '@mui/icons-material/MoreHoriz'
import TuneIcon from '@mui/icons-material/Tune'
import VisibilityOffIcon from '@mui/icons-material/VisibilityOffOutlined'
import VisibilityIcon from '@mui/icons-material/VisibilityOutlined'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import IconButton from '@mui/material/IconButton'
import ListItemIcon from '@mui/material/ListItemIcon'
import Menu from '@mui/material/Menu'
import MenuItem from '@mui/material/MenuItem'
import Stack from '@mui/material/Stack'
import Tooltip from '@mui/material/Tooltip'
import Typography from '@mui/material/Typography'
import { type MouseEvent, type ReactNode, useState } from 'react'
import { levelsOf } from '@/core/model/level/schema'
import { displayOf } from '@/core/model/settings/schema'
import type { Underlay } from '@/core/model/underlay/schema'
import { workPlaneOf } from '@/core/model/work-plane/schema'
import { removeSheets } from '@/studio/board/sheets/remove-sheets'
import { goTo, workbench } from '@/studio/board/workbench'
import { beginLift } from '@/studio/features/lift/feature'
import { contentUrl, type SourceView } from '@/studio/state/api'
import { lookAlone, pointToSheet, useBench } from '@/studio/state/bench'
import { useProject } from '@/studio/state/project'
import { showUnderlays } from '@/studio/state/show'
import { fitState } from '@/studio/tooling/fit-state'
import { sheetOf } from '@/studio/tooling/sheet-of'
import { NameField } from '@/studio/ui/NameField'
import { showSheetCard } from './show-card'
import { changeSheets, duplicateSheets } from './stack-edits'

/** A sheet in the stack. A click picks it alone, with Ctrl beside others, with Shift all up to it. */
export function StackEntry({ underlay, order }: { underlay: Underlay; order: readonly string[] }) {
  const { id, name, visible, locked, catching, crop } = underlay
  const sources = useProject((project) => project.sources)
  const records = useProject((project) => project.records)
  const picked = useBench((bench) => bench.selection.includes(id))
  const pointed = useBench((bench) => bench.pointed === id)
  const found = sheetOf(sources, underlay.sheetId)
  const superseded = found && sources.some(({ supersedes }) => supersedes === found.source.id)
  const { ratio, words, trusted } = fitState(underlay, sources, displayOf(records))
  const levels = levelsOf(records)
  const plane = workPlaneOf(underlay.levelId, records)
  const level = plane
    ? plane.name
    : levels.length > 1
      ? levels.find((each) => each.id === underlay.levelId)?.name
      : null
  const change = (label: string, part: Partial<Underlay>) => changeSheets(label, [underlay], part)
  const sortable = useSortable({ id })
  return (
    <Box
      component="li"
      ref={sortable.setNodeRef}
      onPointerEnter={() => pointToSheet(id)}
      onPointerLeave={() => pointToSheet(null)}
      style={{ transform: CSS.Translate.toString(sortable.transform), transition: sortable.transition }}
      sx={{
        position: 'relative',
        zIndex: sortable.isDragging ? 2 : 0,
        bgcolor: 'background.paper',
        border: 1,
        borderStyle: pointed && !picked ? 'dashed' : 'solid',
        borderColor: picked || pointed ? 'error.main' : 'divider',
        opacity: visible ? 1 : 0.7,
      }}
    >
      <Box
        component="button"
        type="button"
        aria-pressed={picked}
        aria-label={`Pick ${name}`}
        onClick={(event: MouseEvent) => pick(id, event, order)}
        onDoubleClick={() => showUnderlays([underlay])}
        sx={{
          display: 'block',
          width: '100%',
          height: 64,
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
      <Tooltip title="Drag to reorder; or Space, then arrows">
        <IconButton
          size="small"
          {...sortable.attributes}
          {...sortable.listeners}
          aria-label={`Reorder ${name}`}
          sx={{ position: 'absolute', top: 4, left: 4, p: 0.25, bgcolor: 'background.paper', cursor: 'grab' }}
        >
          <DragIcon sx={{ fontSize: 16 }} />
        </IconButton>
      </Tooltip>
      <Box sx={{ px: 0.75, pt: 0.5 }}>
        <NameField label={`Name of ${name}`} value={name} onChange={(next) => change('Rename sheet', { name: next })} />
        <Tooltip title={`Fit this sheet: ${ratio}, ${words}`}>
          <Button
            size="small"
            onClick={() => {
              workbench.pick([id])
              goTo('fit')
            }}
            sx={{ display: 'block', maxWidth: '100%', minWidth: 0, px: 0.5, py: 0, textAlign: 'left' }}
          >
            <Typography sx={{ fontSize: 12 }} color={trusted ? 'text.secondary' : 'error'} noWrap>
              {ratio}, {words}
            </Typography>
          </Button>
        </Tooltip>
        <Typography sx={{ px: 0.5, fontSize: 12 }} color="text.secondary" noWrap title={found?.source.name}>
          {[
            found
              ? found.source.pageCount === 1
                ? found.source.name
                : `p. ${found.sheet.number}, ${found.source.name}`
              : null,
            level,
            crop ? 'cropped' : null,
          ]
            .filter(Boolean)
            .join(' · ')}
        </Typography>
        <Trouble found={found} superseded={superseded === true} />
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
        <Toggle label={`Adjust ${name}: crop, layers, look`} onClick={() => showSheetCard([id])} icon={<TuneIcon />} />
        <More underlay={underlay} />
      </Stack>
    </Box>
  )
}

function pick(id: string, event: MouseEvent, order: readonly string[]): void {
  const { selection } = useBench.getState()
  if (event.shiftKey && selection.length > 0) {
    const [from, to] = [order.indexOf(selection.at(-1)!), order.indexOf(id)]
    if (from >= 0) return workbench.pick(order.slice(Math.min(from, to), Math.max(from, to) + 1))
  }
  if (event.ctrlKey || event.metaKey || event.shiftKey)
    return workbench.pick(selection.includes(id) ? selection.filter((each) => each !== id) : [...selection, id])
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
  const { id, name } = underlay
  const solo = useBench((bench) => bench.solo?.includes(id) === true)
  const items: [string, ReactNode, () => void][] = [
    ['Show all of it', <CenterIcon key="show" fontSize="small" />, () => showUnderlays([underlay])],
    [
      solo ? 'Show the others again' : 'Look at it alone',
      <AloneIcon key="alone" fontSize="small" />,
      () => lookAlone(solo ? null : [id]),
    ],
    ['Lift its lines …', <LiftIcon key="lift" fontSize="small" />, () => beginLift(underlay)],
    ['Duplicate', <ContentCopyIcon key="copy" fontSize="small" />, () => duplicateSheets([underlay])],
    ['Remove from the board', <DeleteOutline key="remove" fontSize="small" />, () => removeSheets([underlay])],
  ]
  return (
    <>
      <Toggle label={`More for ${name}`} onClick={(event) => setAnchor(event.currentTarget)} icon={<MoreIcon />} />
      <Menu anchorEl={anchor} open={anchor !== null} onClose={() => setAnchor(null)}>
        {items.map(([word, icon, act]) => (
          <MenuItem
            key={word}
            dense
            onClick={() => {
              setAnchor(null)
              act()
            }}
          >
            <ListItemIcon>{icon}</ListItemIcon>
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
      <IconButton size="small" aria-label={label} onClick={onClick} sx={{ '& svg': { fontSize: 18 } }}>
        {icon}
      </IconButton>
    </Tooltip>
  )
}
