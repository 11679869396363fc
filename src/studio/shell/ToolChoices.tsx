'use client'

import MenuItem from '@mui/material/MenuItem'
import TextField from '@mui/material/TextField'
import { BOLT_GRADES, BOLT_SIZES, boltSize } from '@/core/fasteners/sizes'
import { openingTypeOf } from '@/core/model/opening-type/schema'
import { isPartView } from '@/core/model/work-plane/schema'
import { formatLength, partDisplay } from '@/core/units/format'
import { parseLength } from '@/core/units/length'
import { StatedChoice, TieChoice } from '@/studio/features/fit/FitChoices'
import { SectionField } from '@/studio/features/frames/SectionField'
import { OpeningTypeChoice } from '@/studio/features/openings/OpeningTypeChoice'
import { addOpeningType, typeName } from '@/studio/features/openings/opening-types'
import { chooseOpeningUse } from '@/studio/features/openings/usual-sizes'
import { RelateChoices } from '@/studio/features/sketch/RelateChoices'
import { WallChoices } from '@/studio/features/walls/WallChoices'
import { type Choices, EMPTY_SESSION, type ToolName } from '@/studio/kernel/tool'
import { setChoices, toolContext, updateSession, useBench } from '@/studio/state/bench'
import { useProject } from '@/studio/state/store'
import { ChoiceField } from '@/studio/ui/ChoiceField'
import { OneOf } from '@/studio/ui/OneOf'

const useChoices = () => useBench((bench) => bench.choices)

const pickWords = <T extends string>(...words: readonly T[]) =>
  Object.fromEntries(words.map((word) => [word, word[0]!.toUpperCase() + word.slice(1)])) as Record<T, string>

/** Names of choices that are one of some words. */
type Worded = { [K in keyof Choices]: Choices[K] extends string ? K : never }[keyof Choices]

function Words<K extends Worded>({
  of,
  label,
  words,
  anew = false,
}: {
  of: K
  label: string
  words: Readonly<Record<Choices[K] & string, string>>
  /** Whether points that were placed are no use for another choice. */
  anew?: boolean
}) {
  const choices = useChoices()
  return (
    <OneOf
      label={label}
      value={choices[of] as Choices[K] & string}
      words={words}
      onChange={(value) => {
        setChoices({ [of]: value } as Partial<Choices>)
        if (anew) updateSession(EMPTY_SESSION)
      }}
    />
  )
}

const RingShape = ({ label }: { label: string }) => (
  <Words of="ringShape" label={label} words={{ rectangle: 'Rectangle', corners: 'Corners' }} />
)

function LengthChoice({
  of,
  label,
  least,
}: {
  of:
    | 'letterMm'
    | 'partLetterMm'
    | 'hatchSpacingMm'
    | 'openingHeightMm'
    | 'openingSillMm'
    | 'slabThicknessMm'
    | 'roofThicknessMm'
    | 'stairWidthMm'
    | 'jointGapMm'
    | 'plateThicknessMm'
    | 'plateMarginMm'
    | 'boltRowPitchMm'
    | 'boltColumnPitchMm'
  label: string
  /** What it may not be less than; more than nothing where left out. */
  least?: number
}) {
  const choices = useChoices()
  const { display } = toolContext()
  return (
    <ChoiceField
      label={label}
      name={`choice-${of}`}
      value={formatLength(choices[of], of === 'partLetterMm' ? partDisplay(display) : display, false)}
      onTake={(text) => {
        const mm = /^[+-]?0$/.test(text.trim()) ? 0 : parseLength(text, display.unit)
        if (least !== undefined && !(mm >= least)) throw new Error(`${label} is too little.`)
        if (least === undefined && !(mm > 0)) throw new Error(`${label} is more than nothing.`)
        setChoices({ [of]: mm } as Partial<Choices>)
      }}
    />
  )
}

/** Choices that are whole numbers. */
const COUNTS: ReadonlySet<string> = new Set(['sides', 'boltRows', 'boltColumns'])

function NumberChoice({
  of,
  label,
  least,
  most,
}: {
  of: 'sides' | 'hatchDeg' | 'roofPitchDeg' | 'boltRows' | 'boltColumns'
  label: string
  least: number
  most: number
}) {
  const choices = useChoices()
  return (
    <ChoiceField
      label={label}
      name={`choice-${of}`}
      width={52}
      value={String(choices[of])}
      onTake={(text) => {
        const value = Number(text.replace(',', '.'))
        if (!(value >= least && value <= most)) throw new Error(`Type a number of ${least} to ${most}.`)
        setChoices({ [of]: COUNTS.has(of) ? Math.round(value) : value } as Partial<Choices>)
      }}
    />
  )
}

/** What is chosen for each tool, beyond points. */
const CHOICES: Readonly<Record<ToolName, () => React.ReactNode>> = {
  wall: () => <WallChoices />,
  opening: () => <OpeningChoices />,
  column: () => <Words of="columnSection" label="Section" words={pickWords('rectangle', 'round')} />,
  slab: () => <LengthChoice of="slabThicknessMm" label="Thickness" />,
  roof: () => (
    <>
      <NumberChoice of="roofPitchDeg" label="Pitch °" least={0} most={80} />
      <LengthChoice of="roofThicknessMm" label="Thickness" />
    </>
  ),
  stair: () => <LengthChoice of="stairWidthMm" label="Width" />,
  crop: () => <RingShape label="Shape of the crop" />,
  'lift-region': () => <RingShape label="Shape of the region" />,
  fit: () => <StatedChoice />,
  tie: () => <TieChoice />,
  pick: () => <Words of="frameWay" label="What a frame takes in" words={pickWords('touching', 'inside', 'lasso')} />,
  measure: () => (
    <Words
      of="measureWay"
      label="What is measured"
      anew
      words={pickWords('distance', 'path', 'angle', 'radius', 'area')}
    />
  ),
  line: () => <Words of="linePiece" label="The next piece" words={pickWords('straight', 'arc')} />,
  arc: () => (
    <Words of="arcWay" label="How the arc is given" words={pickWords('three points', 'from centre', 'by radius')} />
  ),
  polygon: () => <NumberChoice of="sides" label="Sides" least={3} most={360} />,
  text: () => <LetterChoice />,
  dimension: () => (
    <>
      <Words
        of="dimensionWay"
        label="What the dimension states"
        words={pickWords('aligned', 'level', 'upright', 'angle', 'radius')}
      />
      <LetterChoice />
    </>
  ),
  hatch: () => (
    <>
      <Words of="hatchPattern" label="Pattern" words={pickWords('lines', 'cross', 'solid')} />
      <LengthChoice of="hatchSpacingMm" label="Spacing" />
      <NumberChoice of="hatchDeg" label="Angle °" least={-360} most={360} />
    </>
  ),
  relate: () => <RelateChoices />,
  corner: () => <Words of="cornerWay" label="Kind of corner" words={pickWords('round', 'bevel', 'sharp')} />,
  array: () => <Words of="arrayWay" label="How the copies stand" words={pickWords('along', 'around')} />,
  member: () => <MemberChoices />,
  'member-along': () => <MemberChoices />,
  'member-in-pair': () => <MemberUseChoice />,
  joint: () => (
    <>
      <Words
        of="jointKind"
        label="How the end is cut"
        words={{ square: 'Square', face: 'Along its face', mitre: 'Mitred', notch: 'Notched' }}
      />
      <LengthChoice of="jointGapMm" label="Gap" least={0} />
    </>
  ),
  plate: () => (
    <>
      <Words of="plateForm" label="Form of the plate" words={pickWords('rectangle', 'round', 'outline')} />
      <LengthChoice of="plateThicknessMm" label="Thickness" />
    </>
  ),
  'end-plate': () => (
    <>
      <LengthChoice of="plateThicknessMm" label="Thickness" />
      <LengthChoice of="plateMarginMm" label="Margin" least={0} />
    </>
  ),
  bolts: () => (
    <>
      <BoltChoice />
      <NumberChoice of="boltRows" label="Rows" least={1} most={50} />
      <LengthChoice of="boltRowPitchMm" label="apart" />
      <NumberChoice of="boltColumns" label="Columns" least={1} most={50} />
      <LengthChoice of="boltColumnPitchMm" label="apart" />
    </>
  ),
  'work-plane': () => (
    <Words
      of="planeBy"
      label="How the plane is given"
      words={{ 'a line': 'Along a line', 'two points': 'By two points' }}
    />
  ),
  mirror: () => <Mirror />,
  'lay-onto': () => <PairsScale />,
  symbol: () => <MirroredSymbol />,
}

/** Parts are lettered smaller than plans. */
function LetterChoice() {
  const levelId = useBench((bench) => bench.levelId)
  const onPart = isPartView(levelId, toolContext().records)
  return <LengthChoice of={onPart ? 'partLetterMm' : 'letterMm'} label="Height" />
}

function OpeningChoices() {
  const choices = useChoices()
  const { openingUse, doorWay, openingTypeId } = choices
  const records = useProject((project) => project.records)
  const type = openingTypeOf({ typeId: openingTypeId }, records)
  const save = () => {
    const { openingWidthMm: widthMm, openingHeightMm: heightMm, openingSillMm } = choices
    const sillMm = openingUse === 'window' ? openingSillMm : 0
    const name = typeName(openingUse, records)
    setChoices({ openingTypeId: addOpeningType({ name, use: openingUse, widthMm, heightMm, sillMm, way: doorWay }) })
  }
  const choice = (
    <OpeningTypeChoice
      label="Type of the opening"
      value={openingTypeId ?? undefined}
      onTake={(taken) => setChoices({ openingTypeId: taken?.id ?? null })}
      onSave={save}
    />
  )
  if (type)
    return (
      <>
        {choice}
        {type.use === 'door' && type.way !== 'double' && (
          <Words of="doorHinge" label="Its hinges" words={{ start: 'Hinged left', end: 'Hinged right' }} />
        )}
      </>
    )
  return (
    <>
      {choice}
      <OneOf
        label="What fills the opening"
        value={openingUse}
        words={pickWords('door', 'window', 'passage')}
        onChange={chooseOpeningUse}
      />
      {openingUse === 'door' && (
        <Words of="doorWay" label="How the door opens" words={pickWords('hinged', 'double', 'sliding', 'folding')} />
      )}
      {openingUse === 'door' && doorWay !== 'double' && (
        <Words of="doorHinge" label="Its hinges" words={{ start: 'Hinged left', end: 'Hinged right' }} />
      )}
      <LengthChoice of="openingHeightMm" label="Height" />
      {openingUse === 'window' && <LengthChoice of="openingSillMm" label="Sill" />}
      <Words of="openingBy" label="Placed by" words={{ 'its middle': 'By its middle', 'two jambs': 'Two jambs' }} />
    </>
  )
}

function Mirror() {
  const { mirrorKeeps } = useChoices()
  return (
    <OneOf
      label="The original"
      value={mirrorKeeps ? 'keep' : 'give up'}
      words={{ keep: 'Keep the original', 'give up': 'Only the image' }}
      onChange={(value) => setChoices({ mirrorKeeps: value === 'keep' })}
    />
  )
}

function PairsScale() {
  const { pairsScale } = useChoices()
  return (
    <OneOf
      label="What the second pair may change"
      value={pairsScale ? 'scale' : 'keep'}
      words={{ scale: 'Turn and scale', keep: 'Turn, keep the size' }}
      onChange={(value) => setChoices({ pairsScale: value === 'scale' })}
    />
  )
}

function MirroredSymbol() {
  const { symbolMirrored } = useChoices()
  return (
    <OneOf
      label="Mirrored"
      value={symbolMirrored ? 'mirrored' : 'plain'}
      words={{ plain: 'As it is', mirrored: 'Mirrored' }}
      onChange={(value) => setChoices({ symbolMirrored: value === 'mirrored' })}
    />
  )
}

/** Size and grade of the next bolts. */
function BoltChoice() {
  const { boltSize: name, boltGrade } = useChoices()
  const { system } = boltSize(name)!
  return (
    <>
      <TextField
        select
        size="small"
        variant="standard"
        value={name}
        onChange={({ target }) => {
          const grades = BOLT_GRADES[boltSize(target.value)!.system]
          setChoices({
            boltSize: target.value,
            boltGrade: grades.includes(boltGrade) ? boltGrade : grades.at(-2)!,
          })
        }}
        slotProps={{ htmlInput: { 'aria-label': 'Size of the bolts' } }}
        sx={{ width: 84 }}
      >
        {BOLT_SIZES.map((size) => (
          <MenuItem key={size.name} value={size.name}>
            {size.name}
          </MenuItem>
        ))}
      </TextField>
      <TextField
        select
        size="small"
        variant="standard"
        value={boltGrade}
        onChange={({ target }) => setChoices({ boltGrade: target.value })}
        slotProps={{ htmlInput: { 'aria-label': 'Grade of the bolts' } }}
        sx={{ width: 76 }}
      >
        {BOLT_GRADES[system].map((grade) => (
          <MenuItem key={grade} value={grade}>
            {grade}
          </MenuItem>
        ))}
      </TextField>
    </>
  )
}

function MemberUseChoice() {
  return (
    <Words of="memberUse" label="What the member is" words={pickWords('beam', 'column', 'brace', 'rafter', 'purlin')} />
  )
}

/** How the section lies on its line, and what becomes of the ends, is chosen in the card. */
function MemberChoices() {
  const { sectionId } = useChoices()
  return (
    <>
      <SectionField sectionId={sectionId} onTake={(taken) => setChoices({ sectionId: taken })} />
      <MemberUseChoice />
    </>
  )
}

/** What is chosen for the tool in hand. */
export function ToolChoices({ tool }: { tool: ToolName }) {
  return CHOICES[tool]?.() ?? null
}
