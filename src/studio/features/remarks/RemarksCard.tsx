'use client'

import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import ButtonBase from '@mui/material/ButtonBase'
import Stack from '@mui/material/Stack'
import Typography from '@mui/material/Typography'
import { useState } from 'react'
import { remarksOf } from '@/core/model/remark/remarks'
import type { Remark } from '@/core/model/remark/schema'
import { workbench } from '@/studio/board/workbench'
import { api } from '@/studio/state/api'
import { callAuthor, useAuthor } from '@/studio/state/author'
import { choose, useOptions } from '@/studio/state/bench'
import { tell } from '@/studio/state/notices'
import { useProject } from '@/studio/state/project'
import { CommittedField } from '@/studio/ui/CommittedField'
import { OneOf } from '@/studio/ui/OneOf'
import { remarkOptions } from './options'
import { RemarkDetails, saidBy } from './RemarkDetails'
import { RemarkForm } from './RemarkForm'
import { showRemark } from './show-remark'
import { remark as remarkTool } from './tools/remark'

/** All that was remarked, the open ones first; one that is being written before them. */
export function RemarksCard() {
  const records = useProject((project) => project.records)
  const { pin, opened } = useOptions(remarkOptions)
  const [status, setStatus] = useState<Remark['status']>('open')
  const author = useAuthor(({ name }) => name)
  const signedName = useProject((project) => project.you.name)
  const remarks = remarksOf(records)
  const open = remarks.filter((remark) => remark.status === 'open').length
  const listed = remarks.filter((remark) => remark.status === status || remark.id === opened)
  return (
    <>
      {pin ? (
        <RemarkForm key={`${pin.at.x} ${pin.at.y}`} pin={pin} />
      ) : (
        <Button variant="outlined" onClick={() => workbench.take(remarkTool)} sx={{ mb: 1.5, alignSelf: 'start' }}>
          New remark
        </Button>
      )}
      {!signedName && (
        <CommittedField label="Your name" value={author} onCommit={callAuthor} sx={{ mb: 1.5 }} fullWidth />
      )}
      <OneOf
        label="Which remarks"
        value={status}
        words={{ open: `Open (${open})`, settled: `Settled (${remarks.length - open})` }}
        onChange={setStatus}
      />
      {listed.length === 0 && (
        <Typography color="text.secondary" sx={{ my: 1 }}>
          {status === 'open' ? 'No remark is open.' : 'None is settled yet.'}
        </Typography>
      )}
      <Box component="ol" aria-label="Remarks" sx={{ listStyle: 'none', p: 0, my: 1 }}>
        {listed.map((remark) => (
          <Box key={remark.id} component="li" sx={{ borderBottom: 1, borderColor: 'divider' }}>
            <ButtonBase
              aria-expanded={remark.id === opened}
              onClick={() => {
                if (remark.id === opened) return choose(remarkOptions, { opened: null })
                choose(remarkOptions, { opened: remark.id, pin: null })
                showRemark(remark)
              }}
              sx={{ display: 'block', width: '100%', textAlign: 'left', py: 0.75 }}
            >
              <Stack direction="row" sx={{ gap: 1 }}>
                <Typography
                  component="span"
                  variant="figure"
                  color={remark.status === 'open' ? 'error' : 'text.secondary'}
                  sx={{ minWidth: 24 }}
                >
                  {remark.number}
                </Typography>
                <Box component="span" sx={{ minWidth: 0 }}>
                  <Typography component="span" sx={{ display: 'block', whiteSpace: 'pre-wrap', fontSize: 13.5 }}>
                    {remark.text}
                  </Typography>
                  <Typography component="span" color="text.secondary" sx={{ fontSize: 12 }}>
                    {saidBy(remark)}
                    {remark.assignedTo && `; for ${remark.assignedTo}`}
                    {remark.answers.length > 0 &&
                      `; ${remark.answers.length} ${remark.answers.length === 1 ? 'answer' : 'answers'}`}
                  </Typography>
                </Box>
              </Stack>
            </ButtonBase>
            {remark.id === opened && <RemarkDetails remark={remark} />}
          </Box>
        ))}
      </Box>
      <BcfButtons />
    </>
  )
}

/** Remarks out to other programs and in from them. */
function BcfButtons() {
  const id = useProject((project) => project.id)
  const takeIn = async (file: File) => {
    try {
      const { fresh, renewed, picturesLeftOut } = await api.takeRemarks(id, file)
      const left = picturesLeftOut > 0 ? ` ${picturesLeftOut} pictures are too large to be kept.` : ''
      tell(`${fresh} new remarks, ${renewed} with something new.${left}`)
    } catch (error) {
      tell((error as Error).message)
    }
  }
  return (
    <Stack direction="row" sx={{ gap: 1, mt: 1, flexWrap: 'wrap' }}>
      <Button size="small" component="a" href={`/api/projects/${id}/hand-over/bcf`} download>
        Save as BCF
      </Button>
      <Button size="small" component="label">
        Import BCF
        <input
          type="file"
          hidden
          aria-label="BCF to import"
          accept=".bcf,.bcfzip,.zip"
          onChange={(event) => {
            const [file] = event.target.files ?? []
            event.target.value = ''
            if (file) void takeIn(file)
          }}
        />
      </Button>
    </Stack>
  )
}
