import CloseIcon from '@mui/icons-material/Close'
import MoreIcon from '@mui/icons-material/ExpandMore'
import Accordion from '@mui/material/Accordion'
import AccordionDetails from '@mui/material/AccordionDetails'
import AccordionSummary from '@mui/material/AccordionSummary'
import IconButton from '@mui/material/IconButton'
import Stack from '@mui/material/Stack'
import Typography from '@mui/material/Typography'
import type { Demanding } from '@/core/sketch/demands'
import { remove } from '@/studio/state/edits'
import { useDisplay } from '@/studio/ui/display'
import { sayDemand } from './relation-words'
import { useLitRelation, useViewState } from './sketch-state'

const light = (id: string | null) => useLitRelation.setState({ id })

/** What holds between the lines of a view, how far that determines them, and what can't hold. */
export function RelationList({ planeId }: { planeId: string }) {
  const { relations, state } = useViewState(planeId)
  const display = useDisplay()
  const { freedom, conflicts, redundant, idle } = state
  const say = (each: Demanding) => sayDemand(each, display)
  if (relations.length === 0 && conflicts.length === 0 && redundant.length === 0) return null
  return (
    <Stack component="section" aria-label="Relations" sx={{ gap: 0.5 }}>
      <Typography variant="h3">What holds</Typography>
      <Typography role="status" color="text.secondary" sx={{ fontSize: 13 }}>
        {freedom === 0
          ? 'Everything related is determined.'
          : `${freedom} ${freedom === 1 ? 'degree' : 'degrees'} of freedom left.`}
      </Typography>
      {conflicts.map(({ demanding, others }) => (
        <Row
          key={demanding.id}
          demand={demanding}
          word={`${say(demanding)} can’t hold${others.length > 0 ? `: it contradicts ${others.map(say).join(', ')}` : ' together with the rest'}`}
          wrong
        />
      ))}
      {redundant.map((each) => (
        <Row key={each.id} demand={each} word={`${say(each)} follows from the rest`} />
      ))}
      {idle.map((each) => (
        <Row key={each.id} demand={each} word={`${say(each)}: what it was about is gone`} />
      ))}
      {relations.length > 0 && (
        <Accordion disableGutters elevation={0} sx={{ bgcolor: 'transparent', '&::before': { display: 'none' } }}>
          <AccordionSummary expandIcon={<MoreIcon fontSize="small" />} sx={{ px: 0, minHeight: 32 }}>
            <Typography sx={{ fontSize: 13 }}>
              {relations.length} {relations.length === 1 ? 'relation' : 'relations'}
            </Typography>
          </AccordionSummary>
          <AccordionDetails sx={{ px: 0, py: 0 }}>
            {relations.map((relation) => (
              <Row key={relation.id} demand={relation} word={say(relation)} />
            ))}
          </AccordionDetails>
        </Accordion>
      )}
    </Stack>
  )
}

function Row({ demand, word, wrong }: { demand: Demanding; word: string; wrong?: boolean }) {
  return (
    <Stack
      direction="row"
      onMouseEnter={() => light(demand.id)}
      onMouseLeave={() => light(null)}
      onFocus={() => light(demand.id)}
      onBlur={() => light(null)}
      sx={{ alignItems: 'center', borderTop: 1, borderColor: 'divider' }}
    >
      <Typography sx={{ flex: 1, minWidth: 0, fontSize: 13 }} color={wrong ? 'error' : 'text.primary'}>
        {word}
      </Typography>
      <IconButton size="small" aria-label={`Remove: ${word}`} onClick={() => remove('Remove relation', demand.id)}>
        <CloseIcon sx={{ fontSize: 14 }} />
      </IconButton>
    </Stack>
  )
}
