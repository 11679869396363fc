import MoreIcon from '@mui/icons-material/ExpandMore'
import Button from '@mui/material/Button'
import Chip from '@mui/material/Chip'
import Collapse from '@mui/material/Collapse'
import IconButton from '@mui/material/IconButton'
import ListItem from '@mui/material/ListItem'
import Stack from '@mui/material/Stack'
import Typography from '@mui/material/Typography'
import { useQuery } from '@tanstack/react-query'
import dayjs from 'dayjs'
import { useState } from 'react'
import { itemOf, type LibraryItem, type LibraryVersion, presentOf, standingOf } from '@/core/library/item'
import { libraryKindOf } from '@/core/library/registry'
import { LIBRARY, putBack, takeItem, takeOut } from '@/studio/state/library'
import { libraryApi } from '@/studio/state/library-api'
import { useProject } from '@/studio/state/project'
import { useDisplay } from '@/studio/ui/display'
import { ItemPicture } from './ItemPicture'

interface ItemRowProps {
  readonly item: LibraryItem
  /** Whether it was taken out. */
  readonly removed: boolean
  readonly onChanged: () => void
}

/** An item of the library: what it is, how this project stands to it, and on wish its versions. */
export function ItemRow({ item, removed, onChanged }: ItemRowProps) {
  const display = useDisplay()
  const [open, setOpen] = useState(false)
  const { name, kind, record, shelf, version } = item
  return (
    <ListItem
      aria-label={name}
      disableGutters
      sx={{ borderTop: 1, borderColor: 'divider', flexDirection: 'column', alignItems: 'stretch', py: 0.75 }}
    >
      <Stack direction="row" sx={{ alignItems: 'center', gap: 1.5 }}>
        <ItemPicture record={record} />
        <Stack sx={{ flex: 1, minWidth: 0 }}>
          <Stack direction="row" sx={{ alignItems: 'center', gap: 1 }}>
            <Typography noWrap sx={{ fontWeight: 600 }}>
              {name}
            </Typography>
            {shelf === 'mine' && <Chip size="small" label="only mine" />}
          </Stack>
          <Typography noWrap color="text.secondary" sx={{ fontSize: 12.5 }}>
            {libraryKindOf({ kind }).words[0]}, {libraryKindOf(record).factsOf(record, display)}
          </Typography>
        </Stack>
        <Typography color="text.secondary" sx={{ fontSize: 12.5, whiteSpace: 'nowrap' }}>
          version {version}, {madeWords(item)}
        </Typography>
        {removed ? (
          <Button size="small" variant="outlined" onClick={() => void putBack(item, onChanged)}>
            Put back
          </Button>
        ) : (
          <TakeButton item={item} />
        )}
        <IconButton
          size="small"
          aria-label={`Versions of ${name}`}
          aria-expanded={open}
          onClick={() => setOpen(!open)}
          sx={{ transform: open ? 'rotate(180deg)' : 'none' }}
        >
          <MoreIcon sx={{ fontSize: 18 }} />
        </IconButton>
      </Stack>
      <Collapse in={open} unmountOnExit>
        <Versions item={item} removed={removed} onChanged={onChanged} />
      </Collapse>
    </ListItem>
  )
}

/** Takes an item into the project, where it says something else than what is there. */
function TakeButton({ item }: { item: LibraryItem }) {
  const present = useProject((project) => presentOf(item, project.records))
  const isIts = present !== null && itemOf(present, [item]) === item
  const standing = present && standingOf(present, item)
  if (standing === 'as kept')
    return (
      <Typography sx={{ fontSize: 13, whiteSpace: 'nowrap', px: 1 }} color="success.main">
        in this project
      </Typography>
    )
  const word = present === null ? 'Take' : !isIts ? 'Take instead' : standing === 'newer there' ? 'Update' : 'Replace'
  return (
    <Button
      size="small"
      variant="outlined"
      title={
        present === null
          ? 'Takes it into this project'
          : standing === 'changed here' && isIts
            ? 'It was changed in this project: takes it as it is in the library'
            : 'Takes it in the place of what this project has, with everything that follows'
      }
      onClick={() => takeItem(item)}
    >
      {word}
    </Button>
  )
}

function Versions({ item, removed, onChanged }: ItemRowProps) {
  const { id, shelf, version: last } = item
  const whole = useQuery({ queryKey: [...LIBRARY, shelf, id, last], queryFn: () => libraryApi.item(item) })
  const taken = async (version: number, use: (item: LibraryItem) => unknown) =>
    use(await libraryApi.item(item, version))
  return (
    <Stack sx={{ pl: 7, py: 0.5, gap: 0.25 }}>
      <Stack component="ul" aria-label={`Versions of ${item.name}`} sx={{ p: 0, m: 0, gap: 0.25, listStyle: 'none' }}>
        {(whole.data?.versions ?? []).map((version) => (
          <Stack
            key={version.version}
            component="li"
            direction="row"
            sx={{ alignItems: 'center', gap: 1, minHeight: 30 }}
          >
            <Typography sx={{ fontSize: 13, flex: 1 }}>
              {version.version}: {version.removed ? 'taken out' : version.name}, {madeWords(version)}
            </Typography>
            {!version.removed && !removed && (
              <Button size="small" onClick={() => void taken(version.version, takeItem)}>
                Take version {version.version}
              </Button>
            )}
            {!version.removed && version.version !== last && (
              <Button size="small" onClick={() => void taken(version.version, (each) => putBack(each, onChanged))}>
                Make it the latest
              </Button>
            )}
          </Stack>
        ))}
      </Stack>
      {!removed && (
        <Button
          size="small"
          color="error"
          sx={{ alignSelf: 'flex-start' }}
          onClick={() => void takeOut(item, onChanged)}
        >
          Take out of the library
        </Button>
      )}
    </Stack>
  )
}

const madeWords = ({ by, at }: Pick<LibraryVersion, 'by' | 'at'>): string =>
  `${by ? `${by}, ` : ''}${dayjs(at).format('D MMM YYYY')}`
