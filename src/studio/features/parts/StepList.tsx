import UpIcon from '@mui/icons-material/ArrowUpward'
import CloseIcon from '@mui/icons-material/Close'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import Checkbox from '@mui/material/Checkbox'
import IconButton from '@mui/material/IconButton'
import Stack from '@mui/material/Stack'
import Typography from '@mui/material/Typography'
import type { Part } from '@/core/model/part/schema'
import type { PartStep } from '@/core/model/part/steps'
import { depthOf } from '@/core/part/depth'
import { workbench } from '@/studio/board/workbench'
import { choose } from '@/studio/state/bench'
import { depthOptions } from './options'
import { usePartSolid } from './part-solid'
import { changeStep, moveStep, removeStep } from './parts'
import { stepViewOf } from './steps/registry'
import { partDepth } from './tools/part-depth'

/** The steps that make a part, in order: each can be changed, switched off, moved and removed. */
export function StepList({ part }: { part: Part }) {
  const { partId, built } = usePartSolid()
  const problems = new Map(partId === part.id ? built?.outcomes.map(({ id, problem }) => [id, problem]) : [])
  return (
    <Box component="ol" aria-label="Steps" sx={{ listStyle: 'none', p: 0, m: 0 }}>
      {part.steps.map((step, i) => (
        <Box
          key={step.id}
          component="li"
          sx={{ borderTop: 1, borderColor: 'divider', py: 0.75, opacity: step.off ? 0.55 : 1 }}
        >
          <Stack direction="row" sx={{ alignItems: 'center' }}>
            <Checkbox
              size="small"
              checked={!step.off}
              onChange={({ target }) => changeStep('Switch step', part, { ...step, off: !target.checked })}
              slotProps={{ input: { 'aria-label': `Step ${i + 1} counts` } }}
              sx={{ p: 0.5 }}
            />
            <Typography
              component="button"
              onClick={() => 'profile' in step && workbench.pick(step.profile)}
              sx={{ flex: 1, minWidth: 0, border: 0, bgcolor: 'transparent', textAlign: 'left', font: 'inherit', p: 0 }}
            >
              {i + 1}. {stepViewOf(step).word(step)}
            </Typography>
            <IconButton
              size="small"
              aria-label={`Move step ${i + 1} up`}
              disabled={i === 0}
              onClick={() => moveStep(part, step.id, -1)}
            >
              <UpIcon sx={{ fontSize: 14 }} />
            </IconButton>
            <IconButton size="small" aria-label={`Remove step ${i + 1}`} onClick={() => removeStep(part, step.id)}>
              <CloseIcon sx={{ fontSize: 14 }} />
            </IconButton>
          </Stack>
          {problems.get(step.id) && <Typography color="error">{problems.get(step.id)}</Typography>}
          <Box sx={{ pt: 1.25 }}>
            <StepFields part={part} step={step} />
          </Box>
        </Box>
      ))}
    </Box>
  )
}

function StepFields({ part, step }: { part: Part; step: PartStep }) {
  const { Fields } = stepViewOf(step)
  const fields = <Fields step={step} part={part} onTake={(changed) => changeStep('Change step', part, changed)} />
  if (depthOf(step) === undefined) return fields
  return (
    <>
      {fields}
      <Button
        size="small"
        onClick={() => {
          choose(depthOptions, { depthFor: { partId: part.id, stepId: step.id } })
          workbench.take(partDepth)
        }}
        sx={{ mt: 0.5, px: 0.5 }}
      >
        {step.kind === 'raise' ? 'Take its height from the sheet' : 'Take its depth from the sheet'}
      </Button>
    </>
  )
}
