import DoorIcon from '@mui/icons-material/MeetingRoomOutlined'
import PriceIcon from '@mui/icons-material/RequestQuoteOutlined'
import WindowIcon from '@mui/icons-material/WindowOutlined'
import Box from '@mui/material/Box'
import type { LibraryRecord } from '@/core/library/registry'
import { sizeOf } from '@/core/sections/shape'
import { SectionBar } from '@/studio/ui/SectionBar'
import { SectionPicture } from '@/studio/ui/SectionPicture'
import { SymbolPicture } from '@/studio/ui/SymbolPicture'

const SIZE_PX = 36

/** What an item of the library looks like, small. */
export function ItemPicture({ record }: { record: LibraryRecord }) {
  return (
    <Box aria-hidden sx={{ width: 44, height: 40, display: 'grid', placeItems: 'center', flexShrink: 0 }}>
      <Picture record={record} />
    </Box>
  )
}

function Picture({ record }: { record: LibraryRecord }) {
  switch (record.kind) {
    case 'symbol':
      return <SymbolPicture symbol={record} />
    case 'wall-type':
      return (
        <Box sx={{ width: SIZE_PX, height: 24, display: 'flex' }}>
          <SectionBar layers={record.layers} />
        </Box>
      )
    case 'section': {
      const { widthMm, heightMm } = sizeOf(record.shape)
      return <SectionPicture shape={record.shape} pxPerMm={SIZE_PX / Math.max(widthMm, heightMm)} name={record.name} />
    }
    case 'opening-type':
      return record.use === 'window' ? <WindowIcon color="action" /> : <DoorIcon color="action" />
    case 'price-book':
      return <PriceIcon color="action" />
  }
}
