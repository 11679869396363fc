'use client'

import Button from '@mui/material/Button'
import Slider from '@mui/material/Slider'
import Stack from '@mui/material/Stack'
import Typography from '@mui/material/Typography'
import { formatLength } from '@/core/units/format'
import { setCut, showSheets, useSolid } from '@/studio/board/solid/solid-store'
import type { Scene } from '@/studio/board/solid/solids'
import { useShadows } from '@/studio/board/solid/use-shadows'
import { toolContext } from '@/studio/board/workbench'
import { castShadows } from '@/studio/state/layout'
import { tell } from '@/studio/state/notices'
import { useDisplay } from '@/studio/ui/display'
import { pickedLine } from './cut'

/** Saves what shows as a picture of 3840 by 2160 pixels. */
async function savePicture(): Promise<void> {
  try {
    const picture = await useSolid.getState().picture?.()
    if (!picture) return
    const link = document.createElement('a')
    link.href = URL.createObjectURL(picture)
    link.download = 'solid view.png'
    link.click()
    URL.revokeObjectURL(link.href)
  } catch (error) {
    tell((error as Error).message)
  }
}

/** Where the solids are cut: at a height, and along a line that is picked. */
export function CutBar({ size, onSeeAll }: { size: Scene['size']; onSeeAll: () => void }) {
  const cut = useSolid((solid) => solid.cut)
  const display = useDisplay()
  const { top, foot } = size
  const sheets = useSolid((solid) => solid.sheets)
  const shadows = useShadows()
  const { aboveMm, rightOf } = cut
  const along = () => {
    const line = pickedLine(toolContext())
    if (!line) return tell('Select a wall, a grid line or another straight line first: the solids are cut along it.')
    setCut({ ...cut, rightOf: line })
  }
  return (
    <Stack
      direction="row"
      sx={{
        position: 'absolute',
        left: 12,
        bottom: 12,
        columnGap: 1.5,
        flexWrap: 'wrap',
        alignItems: 'center',
        bgcolor: 'background.paper',
        border: 1,
        borderColor: 'divider',
        borderRadius: 1,
        px: 2,
        maxWidth: 'calc(100% - 24px)',
        py: 0.5,
      }}
    >
      <Typography sx={{ fontSize: 12.5, width: 118, flexShrink: 0 }}>
        {aboveMm !== undefined ? `Cut at ${formatLength(aboveMm, display)}` : rightOf ? 'Cut along a line' : 'Whole'}
      </Typography>
      <Slider
        aria-label="Height of the cut"
        size="small"
        value={aboveMm === undefined ? top + 0.1 : aboveMm / 1000}
        min={foot}
        max={top + 0.1}
        step={0.05}
        onChange={(_, value) =>
          setCut({ ...cut, aboveMm: (value as number) > top ? undefined : Math.round((value as number) * 1000) })
        }
        sx={{ width: 140, minWidth: 40 }}
      />
      {rightOf ? (
        <>
          <Button
            size="small"
            sx={{ flexShrink: 0 }}
            onClick={() => setCut({ ...cut, rightOf: { start: rightOf.end, end: rightOf.start } })}
          >
            Other side
          </Button>
          <Button size="small" sx={{ flexShrink: 0 }} onClick={() => setCut({ ...cut, rightOf: undefined })}>
            Remove the cut
          </Button>
        </>
      ) : (
        <Button size="small" sx={{ flexShrink: 0 }} onClick={along}>
          Cut along selected
        </Button>
      )}
      <Button size="small" sx={{ flexShrink: 0 }} onClick={onSeeAll}>
        See all
      </Button>
      <Button size="small" sx={{ flexShrink: 0 }} aria-pressed={sheets} onClick={() => showSheets(!sheets)}>
        {sheets ? 'Hide sheets' : 'Show sheets'}
      </Button>
      <Button size="small" sx={{ flexShrink: 0 }} aria-pressed={shadows} onClick={() => castShadows(!shadows)}>
        {shadows ? 'Shadows off' : 'Shadows on'}
      </Button>
      <Button size="small" sx={{ flexShrink: 0 }} onClick={() => void savePicture()}>
        Save picture
      </Button>
    </Stack>
  )
}
