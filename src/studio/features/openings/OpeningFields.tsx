import Button from '@mui/material/Button'
import MenuItem from '@mui/material/MenuItem'
import Stack from '@mui/material/Stack'
import TextField from '@mui/material/TextField'
import { whyRefused } from '@/core/building/building'
import { openingMarks } from '@/core/model/opening/marks'
import { DOOR_WAYS, OPENING_USES, type Opening } from '@/core/model/opening/schema'
import { asUse } from '@/core/model/opening/usual'
import { ofOpeningType, withoutType } from '@/core/model/opening-type/schema'
import { shownDisplayOf } from '@/core/model/settings/schema'
import { put } from '@/studio/state/edits'
import { tell } from '@/studio/state/notices'
import { useProject } from '@/studio/state/project'
import { CommittedField } from '@/studio/ui/CommittedField'
import { LengthField } from '@/studio/ui/LengthField'
import { OpeningTypeChoice } from './OpeningTypeChoice'
import { addOpeningType, typeName } from './opening-types'

function Choice<T extends string>({
  label,
  value,
  words,
  onTake,
}: {
  label: string
  value: T
  words: readonly T[]
  onTake: (value: T) => void
}) {
  return (
    <TextField select size="small" label={label} value={value} onChange={({ target }) => onTake(target.value as T)}>
      {words.map((word) => (
        <MenuItem key={word} value={word}>
          {word}
        </MenuItem>
      ))}
    </TextField>
  )
}

/** Changes an opening where it then still fits. */
function changeOpening(opening: Opening, change: Partial<Opening>): void {
  const { records } = useProject.getState()
  const wall = records.get(opening.wallId)
  if (wall?.kind !== 'wall') return
  const changed = { ...opening, ...change }
  if (!(changed.widthMm > 0 && changed.heightMm > 0 && changed.sillMm >= 0))
    throw new Error('An opening has some width and height, and its sill is not below the foot of the wall.')
  const why = whyRefused(changed, wall, records)
  if (why) return tell(why)
  put('Change opening', changed)
}

const SIZES = ['use', 'widthMm', 'heightMm', 'sillMm', 'way'] as const

export function OpeningFields({ element: opening }: { element: Opening }) {
  const { records } = useProject.getState()
  // What has another size is of no type any more.
  const change = (part: Partial<Opening>) =>
    changeOpening(SIZES.some((key) => key in part) ? withoutType(opening) : opening, part)
  const { use, widthMm, heightMm, sillMm, way } = opening
  const save = () => {
    const typeId = addOpeningType({ name: typeName(use, records), use, widthMm, heightMm, sillMm, way })
    put('Change opening', { ...opening, typeId })
  }
  return (
    <>
      <OpeningTypeChoice
        label="Type of the opening"
        value={opening.typeId}
        onTake={(type) =>
          type ? changeOpening(opening, ofOpeningType(opening, type)) : put('Change opening', withoutType(opening))
        }
        onSave={save}
      />
      <CommittedField
        label="Mark"
        placeholder={openingMarks(records).get(opening.id) ?? ''}
        value={opening.mark ?? ''}
        slotProps={{ inputLabel: { shrink: true } }}
        onCommit={(text) => {
          const { mark: _, ...rest } = opening
          put('Change mark', text === '' ? rest : { ...opening, mark: text.slice(0, 30) })
        }}
      />
      <Choice
        label="Kind"
        value={opening.use}
        words={OPENING_USES}
        onTake={(use) => change(asUse(opening, use, shownDisplayOf(records)))}
      />
      {opening.use === 'door' && (
        <Choice label="Opens" value={opening.way} words={DOOR_WAYS} onTake={(way) => change({ way })} />
      )}
      <LengthField label="Width" mm={opening.widthMm} onTake={(mm) => mm !== undefined && change({ widthMm: mm })} />
      <LengthField label="Height" mm={opening.heightMm} onTake={(mm) => mm !== undefined && change({ heightMm: mm })} />
      <LengthField label="Sill" mm={opening.sillMm} onTake={(mm) => mm !== undefined && change({ sillMm: mm })} />
      <LengthField
        label="Middle from the start of its wall"
        mm={opening.alongMm}
        onTake={(mm) => mm !== undefined && change({ alongMm: mm })}
      />
      {opening.use === 'door' && (
        <Stack direction="row" sx={{ gap: 1 }}>
          <Button
            size="small"
            variant="outlined"
            onClick={() => change({ hinge: opening.hinge === 'start' ? 'end' : 'start' })}
          >
            Swap hinges
          </Button>
          <Button
            size="small"
            variant="outlined"
            onClick={() => change({ opens: opening.opens === 'left' ? 'right' : 'left' })}
          >
            Swap side
          </Button>
        </Stack>
      )}
    </>
  )
}
