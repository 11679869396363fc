import CheckIcon from '@mui/icons-material/Check'
import CropIcon from '@mui/icons-material/Crop'
import ZoomInIcon from '@mui/icons-material/ZoomIn'
import Box from '@mui/material/Box'
import IconButton from '@mui/material/IconButton'
import Tooltip from '@mui/material/Tooltip'
import Typography from '@mui/material/Typography'
import type { Counts } from '@/core/sheet/linework'
import { counted } from '@/core/units/format'
import { contentUrl, type SheetView, type SourceView } from '@/studio/state/api'
import { PagePicture } from '@/studio/ui/PagePicture'
import { toned } from '@/studio/ui/palette'
import { pickThrough, togglePick, useChoice, viewPage } from './choice'
import { CONTENT_WORDS, paperOf, sizeWarning } from './paper'
import { bringInPicked } from './place-sheets'

/** What a page holds, in figures; what it lacks is left out. */
function countWords({ lines, curves, textRuns, images }: Counts): string {
  const parts: [number, string][] = [
    [lines + curves, 'line'],
    [textRuns, 'text'],
    [images, 'image'],
  ]
  const held = parts.filter(([count]) => count > 0)
  return held.map(([count, word]) => counted(count, word)).join(' · ')
}

export const pageTitle = ({ number, label }: SheetView): string =>
  label && label !== String(number) ? `${number} · ${label}` : `Page ${number}`

/** A page to choose by its picture: a click picks it, two bring it in. */
export function PageCard({
  source,
  sheet,
  order,
  line,
}: {
  source: SourceView
  sheet: SheetView
  order: readonly string[]
  /** The text that was looked for, where it stands. */
  line: string | null
}) {
  const { id, widthPt, heightPt, content, counts, pictureHash, status, problem } = sheet
  const picked = useChoice((choice) => choice.picked.indexOf(id))
  const cropped = useChoice((choice) => choice.crops.has(id))
  const title = pageTitle(sheet)
  const holds = content
    ? CONTENT_WORDS[content]
    : status === 'failed'
      ? 'not readable'
      : status === 'stopped'
        ? 'not read yet'
        : 'being read …'
  const warning = problem ?? (source.kind === 'pdf' ? sizeWarning(source.name, widthPt, heightPt) : null)
  return (
    <Box component="li" sx={{ position: 'relative', minWidth: 0 }}>
      <Box
        component="button"
        type="button"
        disabled={status === 'failed' || (!pictureHash && status !== 'stopped')}
        aria-pressed={picked >= 0}
        onClick={(event) => (event.shiftKey ? pickThrough(id, order) : togglePick(id))}
        onDoubleClick={() => {
          // The two clicks picked it and let go of it again.
          if (!useChoice.getState().picked.includes(id)) togglePick(id)
          bringInPicked()
        }}
        aria-label={`${title}, ${paperOf(source, sheet)}, ${holds}: select`}
        sx={{
          display: 'block',
          width: '100%',
          p: 0,
          textAlign: 'left',
          font: 'inherit',
          color: 'inherit',
          cursor: 'pointer',
          bgcolor: 'background.paper',
          border: 1,
          borderColor: picked >= 0 ? 'error.main' : 'divider',
          boxShadow: picked >= 0 ? `0 0 0 1px ${toned('red')}` : `4px 4px 0 ${toned('vellumDeep')}`,
          '&:hover:enabled': { borderColor: 'error.main' },
          '&:disabled': { cursor: 'default' },
        }}
      >
        <Box
          sx={{
            height: 170,
            display: 'grid',
            placeItems: 'center',
            p: 1.25,
            borderBottom: 1,
            borderColor: 'divider',
            bgcolor: toned('vellumDeep'),
          }}
        >
          {pictureHash && (
            <PagePicture
              src={contentUrl(pictureHash)}
              alt=""
              style={{ maxWidth: '100%', maxHeight: 148, boxShadow: '0 1px 4px rgb(38 48 47 / 25%)' }}
            />
          )}
        </Box>
        <Box sx={{ p: 1.25, height: 76, overflow: 'hidden' }}>
          <Typography variant="h3" noWrap title={title}>
            {title}
          </Typography>
          <Typography sx={{ fontSize: 13 }} color="text.secondary" noWrap>
            {paperOf(source, sheet)} · {holds}
          </Typography>
          <Typography variant="figure" component="p" sx={{ fontSize: 11.5 }} color="text.secondary" noWrap>
            {line ? `“${line}”` : counts && countWords(counts)}
          </Typography>
        </Box>
      </Box>
      {picked >= 0 && (
        <Box
          aria-hidden
          sx={{
            position: 'absolute',
            top: 8,
            left: 8,
            width: 24,
            height: 24,
            display: 'grid',
            placeItems: 'center',
            borderRadius: '50%',
            bgcolor: 'error.main',
            color: 'error.contrastText',
          }}
        >
          <CheckIcon sx={{ fontSize: 16 }} />
        </Box>
      )}
      {pictureHash && (
        <Tooltip title={cropped ? 'Cropped: look closer' : 'Look closer, or crop it'}>
          <IconButton
            size="small"
            aria-label={`Look closer at ${title}`}
            onClick={() => viewPage(id)}
            sx={{
              position: 'absolute',
              top: 6,
              right: 6,
              bgcolor: 'background.paper',
              border: 1,
              borderColor: cropped ? 'error.main' : 'divider',
              '&:hover': { bgcolor: 'background.default' },
            }}
          >
            {cropped ? <CropIcon sx={{ fontSize: 18 }} /> : <ZoomInIcon sx={{ fontSize: 18 }} />}
          </IconButton>
        </Tooltip>
      )}
      {warning && (
        <Typography role="status" color="error" sx={{ fontSize: 12.5, mt: 0.75 }}>
          {warning}
        </Typography>
      )}
    </Box>
  )
}
