import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import Stack from '@mui/material/Stack'
import TextField from '@mui/material/TextField'
import Typography from '@mui/material/Typography'
import dayjs from 'dayjs'
import { useState } from 'react'
import type { Remark } from '@/core/model/remark/schema'
import { remove } from '@/studio/state/edits'
import { CommittedField } from '@/studio/ui/CommittedField'
import { answerRemark, assignRemark, settleRemark } from './edit'

/** Who said something, and when. */
export const saidBy = ({ author, madeAt }: { readonly author: string; readonly madeAt: string }): string =>
  `${author || 'Somebody'}, ${dayjs(madeAt).format('D MMM YYYY, HH:mm')}`

/** An opened remark: its picture, what was answered, and what can be done with it. */
export function RemarkDetails({ remark }: { readonly remark: Remark }) {
  const [text, setText] = useState('')
  const { picture, answers, assignedTo, status, id, number } = remark
  return (
    <Stack sx={{ gap: 1, pb: 1.5, pl: 1 }}>
      {picture && (
        <Box
          component="img"
          src={picture}
          alt={`The board when remark ${number} was written`}
          sx={{ width: '100%', border: 1, borderColor: 'divider', borderRadius: 1 }}
        />
      )}
      {answers.map((answer) => (
        <Box key={answer.id} sx={{ borderLeft: 2, borderColor: 'divider', pl: 1 }}>
          <Typography sx={{ whiteSpace: 'pre-wrap', fontSize: 13.5 }}>{answer.text}</Typography>
          <Typography color="text.secondary" sx={{ fontSize: 12 }}>
            {saidBy(answer)}
          </Typography>
        </Box>
      ))}
      <Stack
        component="form"
        direction="row"
        sx={{ gap: 1 }}
        onSubmit={(event) => {
          event.preventDefault()
          if (text.trim() === '') return
          answerRemark(remark, text)
          setText('')
        }}
      >
        <TextField
          label="Answer"
          size="small"
          fullWidth
          value={text}
          onChange={(event) => setText(event.target.value)}
          slotProps={{ htmlInput: { maxLength: 4000 } }}
        />
        <Button type="submit" disabled={text.trim() === ''}>
          Send
        </Button>
      </Stack>
      <CommittedField label="For" value={assignedTo} onCommit={(name) => assignRemark(remark, name)} />
      <Stack direction="row" sx={{ gap: 1 }}>
        <Button size="small" variant="outlined" onClick={() => settleRemark(remark)}>
          {status === 'open' ? 'Settle' : 'Open again'}
        </Button>
        <Button size="small" onClick={() => remove('Remove remark', id)}>
          Remove
        </Button>
      </Stack>
    </Stack>
  )
}
