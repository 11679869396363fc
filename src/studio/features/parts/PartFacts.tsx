import Button from '@mui/material/Button'
import Stack from '@mui/material/Stack'
import Typography from '@mui/material/Typography'
import type { Part } from '@/core/model/part/schema'
import { priceBookOf } from '@/core/model/price-book/schema'
import { massKgOf, materialNamed } from '@/core/part/materials'
import { formatLength } from '@/core/units/format'
import { HandOverButton } from '@/studio/features/hand-over/feature'
import { useProject } from '@/studio/state/project'
import { useDisplay } from '@/studio/ui/display'
import { keepAsSymbol } from './keep-symbol'
import { usePartSolid } from './part-solid'

const MM3_PER_CM3 = 1000
const MM2_PER_CM2 = 100

const FILES = [
  ['step', 'STEP'],
  ['stl', 'STL'],
  ['3mf', '3MF'],
  ['glb-part', 'GLB'],
  ['dxf-part', 'DXF'],
  ['xlsx-part', 'XLSX'],
  ['pdf-part', 'PDF drawing'],
  ['svg-part', 'SVG drawing'],
] as const

/** What the solid of a part measures, and its files. */
export function PartFacts({ part }: { part: Part }) {
  const { partId, built, building, problem } = usePartSolid()
  const id = useProject((project) => project.id)
  const records = useProject((project) => project.records)
  const waiting = useProject((project) => project.waiting.length)
  const display = useDisplay()
  const made = partId === part.id ? built?.made : null
  const material = materialNamed(part.material, priceBookOf(records))
  const density = massKgOf(material, 1)
  const mm = (value: number) => formatLength(value, { ...display, precision: Math.max(display.precision, 2) }, false)
  const rows: readonly (readonly [string, string])[] = made
    ? [
        ['Volume', `${(made.facts.volumeMm3 / MM3_PER_CM3).toFixed(3)} cm³`],
        [
          'Mass',
          density === null
            ? `density of ${material.name} not known`
            : `${(made.facts.volumeMm3 * density).toFixed(4)} kg`,
        ],
        ['Surface', `${(made.facts.surfaceMm2 / MM2_PER_CM2).toFixed(2)} cm²`],
        [
          'Size',
          `${mm(made.facts.to.x - made.facts.from.x)} × ${mm(made.facts.to.y - made.facts.from.y)} × ${mm(made.facts.to.z - made.facts.from.z)} ${display.unit}`,
        ],
        ['Centre of gravity', [made.facts.centre.x, made.facts.centre.y, made.facts.centre.z].map(mm).join(', ')],
        ...(density === null
          ? []
          : [
              [
                'Inertia about it',
                `${[made.facts.inertiaMm5.xx, made.facts.inertiaMm5.yy, made.facts.inertiaMm5.zz]
                  .map((each) => (each * density).toPrecision(4))
                  .join(', ')} kg mm²`,
              ] as const,
            ]),
        ['Faces', String(made.facts.faces)],
      ]
    : []
  return (
    <Stack component="section" aria-label="Facts" sx={{ gap: 0.25 }}>
      <Typography variant="h3">Facts</Typography>
      {problem && <Typography color="error">{problem}</Typography>}
      {!made && !problem && (
        <Typography color="text.secondary">
          {building ? 'Building …' : 'No solid yet: draw an outline on a view, select it, and give it a thickness.'}
        </Typography>
      )}
      {rows.map(([word, value]) => (
        <Stack key={word} direction="row" sx={{ justifyContent: 'space-between', gap: 1 }}>
          <Typography color="text.secondary" sx={{ fontSize: 13 }}>
            {word}
          </Typography>
          <Typography variant="figure" sx={{ textAlign: 'right' }}>
            {value}
          </Typography>
        </Stack>
      ))}
      {made && (
        <Stack direction="row" sx={{ flexWrap: 'wrap', gap: 1, pt: 1 }}>
          <Button size="small" variant="outlined" onClick={() => void keepAsSymbol(part)}>
            Keep as symbol
          </Button>
          {FILES.map(([format, word]) => (
            <HandOverButton
              key={format}
              size="small"
              variant="outlined"
              disabled={waiting > 0}
              projectId={id}
              format={format}
              word={word}
              on={{ part: part.id }}
            >
              Save {word}
            </HandOverButton>
          ))}
        </Stack>
      )}
    </Stack>
  )
}
