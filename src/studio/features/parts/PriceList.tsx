import MoreIcon from '@mui/icons-material/ExpandMore'
import Accordion from '@mui/material/Accordion'
import AccordionDetails from '@mui/material/AccordionDetails'
import AccordionSummary from '@mui/material/AccordionSummary'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import Stack from '@mui/material/Stack'
import Typography from '@mui/material/Typography'
import dynamic from 'next/dynamic'
import { useMemo, useState } from 'react'
import type { Part } from '@/core/model/part/schema'
import { type PriceBook, priceBookOf } from '@/core/model/price-book/schema'
import { workOf } from '@/core/part/make/work'
import { materialNamed } from '@/core/part/materials'
import { estimateOf } from '@/core/part/price/estimate'
import { ask } from '@/studio/state/dialogs'
import { put } from '@/studio/state/edits'
import { useProject } from '@/studio/state/project'
import { CommittedField } from '@/studio/ui/CommittedField'
import { LibraryLine } from '../library/feature'
import { libraryDialog } from '../library/options'
import { withMaterial } from './MaterialFields'
import { usePartSolid } from './part-solid'

const PriceChart = dynamic(() => import('./PriceChart'), { ssr: false })

/** The figures of the price book that are single numbers, as a person reads them. */
const FIGURES: readonly (readonly [
  Exclude<keyof PriceBook, 'id' | 'kind' | 'currency' | 'materials' | 'platesMm'>,
  string,
])[] = [
  ['ratePerHour', 'Rate an hour'],
  ['onceHours', 'Preparing, hours'],
  ['setUpMinutes', 'Set-up, minutes'],
  ['handlingMinutes', 'Handling, minutes'],
  ['removalCm3PerMinute', 'Milled, cm³ a minute'],
  ['secondsPerHole', 'A hole, seconds'],
  ['secondsPerThread', 'A thread, seconds'],
  ['allowanceMm', 'Blank larger by, mm'],
  ['surchargePercent', 'Surcharge, %'],
]

/** A figure that somebody typed. @throws Error with a sentence */
function amountOf(text: string): number {
  const amount = Number(text.replace(',', '.'))
  if (text.trim() === '' || !(amount >= 0)) throw new Error('Type a figure that is not less than nothing.')
  return amount
}

/** What the part costs, so that it can be followed: every line with its figures, and what one piece costs by their number. */
export function PriceList({ part }: { part: Part }) {
  const records = useProject((project) => project.records)
  const { partId, built } = usePartSolid()
  const [quantity, setQuantity] = useState(10)
  const facts = partId === part.id ? built?.made?.facts : undefined
  const book = priceBookOf(records)
  const estimate = useMemo(
    () => (facts ? estimateOf(facts, workOf(part, records), materialNamed(part.material, book), book) : null),
    [facts, part, records, book],
  )
  if (!estimate) return null
  const money = (amount: number) => `${amount.toFixed(2)} ${book.currency}`
  const change = (changed: Partial<PriceBook>) => put('Change price book', { ...book, ...changed })
  const own = book.materials.find(({ name }) => name === part.material)
  return (
    <Stack component="section" aria-label="What it costs" sx={{ gap: 0.5 }}>
      <Typography variant="h3">What it costs</Typography>
      <Stack direction="row" sx={{ alignItems: 'center', gap: 1.5, py: 0.75 }}>
        <CommittedField
          label="Pieces"
          value={String(quantity)}
          onCommit={(text) => {
            const typed = Number(text)
            if (!(Number.isInteger(typed) && typed > 0 && typed <= 1e6))
              throw new Error('Type a whole number of pieces.')
            setQuantity(typed)
          }}
        />
        <Typography variant="figure" sx={{ fontSize: 18, fontWeight: 600, whiteSpace: 'nowrap' }}>
          {money(estimate.unitCost(quantity))} each
        </Typography>
      </Stack>
      {estimate.lines.map(({ word, how, once, each }) => (
        <Stack key={word} sx={{ borderTop: 1, borderColor: 'divider', py: 0.25 }}>
          <Stack direction="row" sx={{ justifyContent: 'space-between' }}>
            <Typography>{word}</Typography>
            <Typography variant="figure">{money(each + once / quantity)}</Typography>
          </Stack>
          <Typography color="text.secondary" sx={{ fontSize: 12.5 }}>
            {how}
          </Typography>
        </Stack>
      ))}
      <PriceChart estimate={estimate} quantity={quantity} currency={book.currency} />
      <Accordion disableGutters elevation={0} sx={{ bgcolor: 'transparent' }}>
        <AccordionSummary expandIcon={<MoreIcon />} sx={{ px: 0 }}>
          <Typography>{book.name ? `Price book: ${book.name}` : 'Price book of this project'}</Typography>
        </AccordionSummary>
        <AccordionDetails sx={{ px: 0, display: 'grid', gridTemplateColumns: '1fr 1fr', gap: 1.25 }}>
          <CommittedField
            label="Name of the price book"
            value={book.name ?? ''}
            onCommit={(name) => name && change({ name: name.slice(0, 100) })}
            sx={{ gridColumn: '1 / -1' }}
          />
          <Box sx={{ gridColumn: '1 / -1' }}>
            <LibraryLine record={book} />
            <Button size="small" onClick={() => void ask(libraryDialog, 'price-book')}>
              From the library…
            </Button>
          </Box>
          {FIGURES.map(([key, label]) => (
            <CommittedField
              key={key}
              label={label}
              value={String(book[key])}
              onCommit={(text) => {
                const amount = amountOf(text)
                if (key === 'removalCm3PerMinute' && amount === 0) throw new Error('Something has to be milled away.')
                change({ [key]: amount })
              }}
            />
          ))}
          <CommittedField
            label={`${part.material}, a kg`}
            value={String(own?.pricePerKg ?? book.pricePerKg)}
            onCommit={(text) =>
              put('Change price of material', withMaterial(book, part.material, { pricePerKg: amountOf(text) }))
            }
          />
          <CommittedField
            label="Currency"
            value={book.currency}
            onCommit={(text) => {
              if (text.trim() === '') throw new Error('Type a currency, such as €.')
              change({ currency: text.trim().slice(0, 10) })
            }}
          />
          <CommittedField
            label="Plates, mm"
            value={book.platesMm.join(', ')}
            onCommit={(text) => {
              const platesMm = text
                .split(/[,;\s]+/)
                .filter((each) => each !== '')
                .map(Number)
              if (platesMm.length === 0 || !platesMm.every((mm) => mm > 0))
                throw new Error('Type thicknesses, such as 5, 6, 8.')
              change({ platesMm })
            }}
          />
        </AccordionDetails>
      </Accordion>
    </Stack>
  )
}
