import Box from '@mui/material/Box'
import ButtonBase from '@mui/material/ButtonBase'
import Tooltip from '@mui/material/Tooltip'
import type { Picture } from '@/studio/kernel/picture'
import { COARSE } from '@/studio/ui/coarse'
import { ToolPicture } from '@/studio/ui/ToolPicture'

/** A tool that lies in front, or the front of a drawer with its handle. */
export function Front({
  word,
  picture,
  toolKey = null,
  pressed,
  drawer,
  onClick,
}: {
  readonly word: string
  readonly picture: Picture | undefined
  readonly toolKey?: string | null
  /** Whether the tool, or one of the drawer, is in hand. */
  readonly pressed: boolean
  readonly drawer?: { readonly open: boolean }
  onClick(): void
}) {
  const opens = drawer ? { 'aria-expanded': drawer.open, 'aria-haspopup': 'true' as const } : {}
  return (
    <Tooltip describeChild title={toolKey ? `Key ${toolKey.toUpperCase()}` : ''}>
      <ButtonBase
        onClick={onClick}
        aria-pressed={pressed}
        aria-keyshortcuts={toolKey ?? undefined}
        {...opens}
        sx={{
          position: 'relative',
          display: 'flex',
          flexDirection: 'column',
          justifyContent: 'center',
          gap: '1px',
          minWidth: 52,
          px: 0.5,
          my: 0.5,
          borderRadius: 1,
          border: 1,
          borderColor: pressed || drawer?.open ? 'divider' : 'transparent',
          bgcolor: pressed ? 'background.default' : 'transparent',
          fontSize: 12,
          fontWeight: pressed ? 650 : 500,
          [COARSE]: { minWidth: 60 },
        }}
      >
        {picture && <ToolPicture picture={picture} />}
        {word}
        {drawer && (
          <Box
            component="span"
            sx={{
              width: 16,
              height: 3,
              mt: '1px',
              borderRadius: 2,
              bgcolor: pressed || drawer.open ? 'error.main' : 'divider',
            }}
          />
        )}
      </ButtonBase>
    </Tooltip>
  )
}
