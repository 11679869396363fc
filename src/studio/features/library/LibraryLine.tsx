'use client'

import Button from '@mui/material/Button'
import Menu from '@mui/material/Menu'
import MenuItem from '@mui/material/MenuItem'
import Stack from '@mui/material/Stack'
import Typography from '@mui/material/Typography'
import { useState } from 'react'
import type { LibraryItem, LibraryStanding, Shelf } from '@/core/library/item'
import { type LibraryRecord, libraryKindOf } from '@/core/library/registry'
import { keepRecord, takeItem, useItemOf, useRenewLibrary } from '@/studio/state/library'
import type { KeepingWish } from '@/studio/state/library-api'
import { useProject } from '@/studio/state/project'

const SAID: Readonly<Record<LibraryStanding, (item: LibraryItem, record: LibraryRecord) => string>> = {
  'as kept': ({ version }) => `As in the library, version ${version}`,
  'changed here': ({ version }) => `Changed here since version ${version}`,
  'newer there': ({ version, by }, { library }) =>
    `Version ${version} is in the library${by ? `, by ${by}` : ''}; this is from version ${library?.version}`,
}

/** How a record of the project stands to the library, and what can be done about it. */
export function LibraryLine({ record }: { record: LibraryRecord }) {
  const found = useItemOf(record)
  const may = useProject((project) => project.may.has('edit'))
  const renew = useRenewLibrary()
  if (!may) return null
  const name = libraryKindOf(record).nameOf(record)
  const keep = (wish: KeepingWish) => void keepRecord(record, wish).then(renew)
  return (
    <Stack direction="row" sx={{ alignItems: 'center', flexWrap: 'wrap', gap: 0.5, minHeight: 32 }}>
      {found ? (
        <>
          <Typography color="text.secondary" sx={{ fontSize: 12.5, mr: 0.5 }}>
            {SAID[found.standing](found.item, record)}
          </Typography>
          {found.standing !== 'as kept' && (
            <>
              <Button size="small" onClick={() => takeItem(found.item)}>
                {found.standing === 'newer there' ? 'Update' : `Back to version ${found.item.version}`}
              </Button>
              <Button
                size="small"
                onClick={() => keep({ shelf: found.item.shelf, after: found.item.version })}
              >{`Keep as version ${found.item.version + 1}`}</Button>
            </>
          )}
        </>
      ) : (
        <KeepButton name={name} onKeep={(shelf) => keep({ shelf })} />
      )}
    </Stack>
  )
}

/** Keeps something for the first time: who signs in says for whom. */
function KeepButton({ name, onKeep }: { name: string; onKeep: (shelf: Shelf) => void }) {
  const isAlone = useProject((project) => project.you.id === 'local')
  const [anchor, setAnchor] = useState<HTMLElement | null>(null)
  const keep = (shelf: Shelf) => {
    setAnchor(null)
    onKeep(shelf)
  }
  return (
    <>
      <Button
        size="small"
        disabled={name === ''}
        title={name === '' ? 'Give it a name first' : undefined}
        aria-haspopup={isAlone ? undefined : 'menu'}
        onClick={({ currentTarget }) => (isAlone ? onKeep('organisation') : setAnchor(currentTarget))}
      >
        Keep in the library
      </Button>
      <Menu
        anchorEl={anchor}
        open={anchor !== null}
        onClose={() => setAnchor(null)}
        slotProps={{ list: { dense: true } }}
      >
        <MenuItem onClick={() => keep('organisation')}>For everybody in the organisation</MenuItem>
        <MenuItem onClick={() => keep('mine')}>For me alone</MenuItem>
      </Menu>
    </>
  )
}
