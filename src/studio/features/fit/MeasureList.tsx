import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import Typography from '@mui/material/Typography'
import type { ScaleProposal } from '@/core/fit/proposal/propose'
import { onlyChecking } from '@/core/fit/refit'
import { corners } from '@/core/geometry/box'
import { rescaled } from '@/core/model/underlay/placement'
import type { Placement, Underlay } from '@/core/model/underlay/schema'
import { underlaysOf } from '@/core/model/underlay/underlays'
import { isSameScale, mmPerPtOf, type StatedMeasure } from '@/core/sheet/measures'
import { formatRatio } from '@/core/units/format'
import { MM_PER_PT } from '@/core/units/length'
import { workbench } from '@/studio/board/workbench'
import { light } from '@/studio/state/bench'
import { put } from '@/studio/state/edits'
import { useProject } from '@/studio/state/project'
import { refit } from '@/studio/state/refit'
import { useDisplay } from '@/studio/ui/display'

const PART_WORDS: Readonly<Record<StatedMeasure['source'], string>> = {
  viewport: 'a part of the page',
  annotation: 'a measurement on it',
  map: 'a part placed on the earth',
}

interface MeasureListProps {
  readonly underlay: Underlay
  readonly proposal: ScaleProposal
  readonly paperFactor: number
}

/** The scales that the file records for parts of the page, each to be taken; where the drawing says otherwise both are told. */
export function MeasureList({ underlay, proposal, paperFactor }: MeasureListProps) {
  const { measures = [], stated, dimensions, mmPerPt } = proposal
  const display = useDisplay()
  if (measures.length === 0) return null
  const ratio = (mm: number) => formatRatio(mm / MM_PER_PT / paperFactor, display)
  const several = measures.some((each) => !isSameScale(mmPerPtOf(each), mmPerPtOf(measures[0]!)))
  const against = (measure: StatedMeasure): string | null => {
    const mm = mmPerPtOf(measure)
    if (dimensions.some(({ agrees }) => agrees) && !isSameScale(mm, mmPerPt))
      return `the printed lengths say ${ratio(mmPerPt)}`
    if (stated && !isSameScale(mm, stated.ratio * MM_PER_PT)) return `the sheet names ${stated.words}`
    return null
  }
  return (
    <Box component="section" aria-label="Recorded scales" sx={{ mb: 2 }}>
      <Typography variant="h3" sx={{ mb: 0.5 }}>
        {measures.length === 1 ? 'The file records a scale' : 'The file records scales'}
      </Typography>
      <Box component="ul" sx={{ listStyle: 'none', p: 0, m: 0, maxHeight: 260, overflow: 'auto' }}>
        {measures.map((measure, i) => (
          <Box
            component="li"
            // biome-ignore lint/suspicious/noArrayIndexKey: what a file records never changes
            key={i}
            onMouseEnter={() => showPart(underlay, measure)}
            onMouseLeave={() => light(null)}
            sx={{ py: 0.75, borderBottom: 1, borderColor: 'divider' }}
          >
            <Typography>
              <Typography component="span" variant="figure" sx={{ fontWeight: 600 }}>
                {ratio(mmPerPtOf(measure))}
              </Typography>{' '}
              for {measure.name ? `“${measure.name}”` : PART_WORDS[measure.source]}
              {measure.words && <Said words={measure.words} />}
            </Typography>
            {against(measure) && (
              <Typography color="error" sx={{ fontSize: 12.5 }}>
                But {against(measure)}.
              </Typography>
            )}
            <Button
              size="small"
              variant="outlined"
              aria-label={`Take ${ratio(mmPerPtOf(measure))}${measure.name ? ` of ${measure.name}` : ''}`}
              onClick={() => take(underlay, measure)}
            >
              Take it
            </Button>
            {several && measure.source !== 'annotation' && (
              <Button size="small" sx={{ ml: 1 }} onClick={() => takeApart(underlay, measure)}>
                As a sheet of its own
              </Button>
            )}
          </Box>
        ))}
      </Box>
    </Box>
  )
}

const Said = ({ words }: { words: string }) => (
  <Typography component="span" color="text.secondary" sx={{ fontSize: 12.5 }}>
    {' '}
    ({words})
  </Typography>
)

function showPart(underlay: Underlay, { box }: StatedMeasure): void {
  const { minX, minY, maxX, maxY } = box
  light({ underlayId: underlay.id, fromPt: { x: minX, y: minY }, toPt: { x: maxX, y: maxY } })
}

/** The size that a measure gives; the lower left corner of its part stays. */
function sized({ placement }: Underlay, measure: StatedMeasure): Placement {
  const { mmPerPtX, mmPerPtY, box } = measure
  const mmPerPt = mmPerPtOf(measure)
  const strain = isSameScale(mmPerPtX, mmPerPtY)
    ? undefined
    : { along: mmPerPtX / mmPerPt, up: mmPerPtY / mmPerPt, lean: 0 }
  return rescaled(placement, { mmPerPt, strain }, { x: box.minX, y: box.minY })
}

function take(underlay: Underlay, measure: StatedMeasure): void {
  const placement = sized(underlay, measure)
  const dimensions = onlyChecking(underlay.dimensions)
  refit({
    label: 'Take the recorded scale',
    refitted: [{ before: underlay, after: { ...underlay, placement, dimensions, sizedBy: 'recorded' } }],
  })
}

/** Parts of one page at scales of their own lie as sheets of their own, each cropped to its part. */
function takeApart(underlay: Underlay, measure: StatedMeasure): void {
  const top = underlaysOf(useProject.getState().records).at(-1)?.order ?? 0
  const part: Underlay = {
    ...underlay,
    id: crypto.randomUUID(),
    name: `${underlay.name} – ${measure.name ?? 'part'}`.slice(0, 200),
    placement: sized(underlay, measure),
    crop: corners(measure.box),
    dimensions: [],
    sizedBy: 'recorded',
    locked: false,
    order: top + 1,
  }
  put('Lay a part of the sheet', part)
  workbench.pick([part.id])
}
