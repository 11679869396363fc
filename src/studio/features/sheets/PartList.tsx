import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import Popper from '@mui/material/Popper'
import Stack from '@mui/material/Stack'
import Switch from '@mui/material/Switch'
import Typography from '@mui/material/Typography'
import { useEffect, useMemo, useRef, useState } from 'react'
import type { Underlay } from '@/core/model/underlay/schema'
import type { Linework } from '@/core/sheet/linework'
import { hidesLooks, partsOf, type SheetPart } from '@/core/sheet/looks'
import { partPicture } from '@/studio/board/sheets/part-picture'
import type { SheetView } from '@/studio/state/api'
import { put } from '@/studio/state/edits'
import { PartColor } from '@/studio/ui/PartColor'

/** What a sheet holds, each part with a switch; pointing at one shows what it is. */
export function PartList({ underlay, sheet, linework }: { underlay: Underlay; sheet: SheetView; linework: Linework }) {
  const parts = useMemo(() => partsOf(linework), [linework])
  const [pointed, setPointed] = useState<{ key: string; at: HTMLElement } | null>(null)
  const own = linework.layers.length > 0
  const shows = (part: SheetPart) => underlay.parts.find(({ key }) => key === part.key)?.visible ?? part.visible
  const switchParts = (which: readonly SheetPart[], visible: boolean) => {
    const keys = new Set(which.map(({ key }) => key))
    const kept = underlay.parts.filter(({ key }) => !keys.has(key))
    // What is as the file itself has it needs no word.
    const fresh = which.filter((part) => part.visible !== visible).map(({ key }) => ({ key, visible }))
    put(visible ? 'Show part of sheet' : 'Hide part of sheet', { ...underlay, parts: [...kept, ...fresh] })
  }
  const groups = [...new Set(parts.map(({ group }) => group))]
  return (
    <Box component="section" aria-label="Parts of the sheet" sx={{ mt: 2 }} onPointerLeave={() => setPointed(null)}>
      <Stack direction="row" sx={{ alignItems: 'baseline', justifyContent: 'space-between' }}>
        <Typography variant="h3">{own ? 'Layers of the file' : 'Sorted by kind and look'}</Typography>
        {underlay.parts.length > 0 && (
          <Button size="small" onClick={() => put('Show sheet as it came', { ...underlay, parts: [] })}>
            As it came
          </Button>
        )}
      </Stack>
      {!own && (
        <Typography color="text.secondary" sx={{ fontSize: 12.5 }}>
          {hidesLooks(underlay.parts)
            ? 'With parts left out, the sheet is drawn from its lines.'
            : 'The file has no layers of its own.'}
        </Typography>
      )}
      {groups.map((group) => {
        const members = parts.filter((part) => part.group === group)
        return (
          <Box key={group ?? ''}>
            {group && (
              <Stack direction="row" sx={{ alignItems: 'center', mt: 0.75 }}>
                <Typography sx={{ flex: 1, fontSize: 12.5, fontWeight: 600 }} noWrap>
                  {group}
                </Typography>
                <Switch
                  size="small"
                  checked={members.some(shows)}
                  onChange={(_, visible) => switchParts(members, visible)}
                  slotProps={{ input: { 'aria-label': `All of ${group} shows` } }}
                />
              </Stack>
            )}
            <Box component="ul" sx={{ listStyle: 'none', p: 0, m: 0, pl: group ? 1.25 : 0 }}>
              {members.map((part) => (
                <Box
                  key={part.key}
                  component="li"
                  onPointerEnter={({ currentTarget }) => setPointed({ key: part.key, at: currentTarget })}
                  onFocus={({ currentTarget }) => setPointed({ key: part.key, at: currentTarget })}
                  onBlur={() => setPointed(null)}
                  sx={{
                    display: 'flex',
                    alignItems: 'center',
                    gap: 0.75,
                    '&:hover': { bgcolor: 'background.default' },
                  }}
                >
                  <PartColor color={part.color} />
                  <Typography sx={{ flex: 1, fontSize: 13 }} noWrap title={part.label}>
                    {part.label}
                  </Typography>
                  <Typography variant="figure" color="text.secondary" sx={{ fontSize: 11 }}>
                    {part.count.toLocaleString('en')}
                  </Typography>
                  <Switch
                    size="small"
                    checked={shows(part)}
                    onChange={(_, visible) => switchParts([part], visible)}
                    slotProps={{ input: { 'aria-label': `${part.label} shows` } }}
                  />
                </Box>
              ))}
            </Box>
          </Box>
        )
      })}
      {pointed && <PartPicture at={pointed.at} sheet={sheet} parts={parts} part={pointed.key} />}
    </Box>
  )
}

/** What a part holds, as a picture beside the list. */
function PartPicture({
  at,
  sheet,
  parts,
  part,
}: {
  at: HTMLElement
  sheet: SheetView
  parts: readonly SheetPart[]
  part: string
}) {
  const canvas = useRef<HTMLCanvasElement>(null)
  useEffect(() => {
    let left = false
    partPicture(sheet, parts, part).then(
      (bitmap) => {
        const element = canvas.current
        if (!bitmap || !element || left) return
        element.width = bitmap.width
        element.height = bitmap.height
        element.getContext('2d')?.drawImage(bitmap, 0, 0)
        bitmap.close()
      },
      () => undefined,
    )
    return () => {
      left = true
    }
  }, [sheet, parts, part])
  return (
    <Popper open anchorEl={at} placement="left" sx={{ zIndex: 1200, pointerEvents: 'none' }}>
      <Box sx={{ mr: 1.5, p: 0.75, bgcolor: '#fff', border: 1, borderColor: 'text.primary' }}>
        <canvas ref={canvas} aria-hidden style={{ display: 'block', width: 240 }} />
      </Box>
    </Popper>
  )
}
