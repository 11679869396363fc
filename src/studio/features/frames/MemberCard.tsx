import CloseIcon from '@mui/icons-material/Close'
import Button from '@mui/material/Button'
import IconButton from '@mui/material/IconButton'
import MenuItem from '@mui/material/MenuItem'
import Stack from '@mui/material/Stack'
import TextField from '@mui/material/TextField'
import Typography from '@mui/material/Typography'
import { massOf } from '@/core/building/members'
import { bodyOf } from '@/core/model/member/body'
import {
  JOINTS,
  type JointKind,
  MEMBER_USES,
  type Member,
  type MemberEnd,
  type MemberUse,
} from '@/core/model/member/schema'
import { swapped } from '@/core/model/member/swap'
import { sectionOf } from '@/core/model/section/schema'
import { workPlaneOf } from '@/core/model/work-plane/schema'
import { parseAngleDeg } from '@/core/units/angle'
import { formatLength } from '@/core/units/format'
import { toolContext, workbench } from '@/studio/board/workbench'
import { workOn } from '@/studio/state/bench'
import { put } from '@/studio/state/edits'
import { useNow } from '@/studio/state/now'
import { useProject } from '@/studio/state/project'
import { removal } from '@/studio/tooling/shape-edits'
import { CommittedField } from '@/studio/ui/CommittedField'
import { useDisplay } from '@/studio/ui/display'
import { LengthField } from '@/studio/ui/LengthField'
import { SeatPicture } from './SeatPicture'
import { SectionField } from './SectionField'

const capital = (word: string): string => word[0]!.toUpperCase() + word.slice(1)

/** Members that are picked, one or many: what they are made of and how their section lies on their line. */
export function MemberCard() {
  const members = useNow().shapes.filter((shape) => shape.kind === 'member')
  return members.length > 0 ? <MemberFields members={members} /> : null
}

function MemberFields({ members }: { members: readonly Member[] }) {
  const records = useProject((project) => project.records)
  const display = useDisplay()
  const [first] = members as [Member]
  const change = (label: string, part: Partial<Member>) => put(label, ...members.map((each) => ({ ...each, ...part })))
  const bodies = members.flatMap((each) => bodyOf(each, records) ?? [])
  const lengthMm = bodies.reduce((sum, body) => sum + body.lengthMm, 0)
  const massKg = bodies.reduce((sum, body) => sum + massOf(body), 0)
  const section = sectionOf(first.sectionId, records)
  const plane = workPlaneOf(first.levelId, records)
  return (
    <Stack sx={{ gap: 1.25 }}>
      <Typography sx={{ fontSize: 16, fontWeight: 600 }}>
        {members.length === 1 ? capital(first.use) : `${members.length} members`}
      </Typography>
      <Typography variant="figure">
        {formatLength(lengthMm, display)} over all, {massKg.toFixed(massKg < 10 ? 2 : 1)} kg
      </Typography>
      {bodies.length < members.length && (
        <Typography color="error">Of {members.length - bodies.length} nothing is left between the ends.</Typography>
      )}
      <SectionField sectionId={first.sectionId} onTake={(sectionId) => change('Change section', { sectionId })} />
      <TextField
        select
        size="small"
        label="Used as"
        value={first.use}
        onChange={({ target }) => change('Change member', { use: target.value as MemberUse })}
      >
        {MEMBER_USES.map((use) => (
          <MenuItem key={use} value={use}>
            {capital(use)}
          </MenuItem>
        ))}
      </TextField>
      {section && (
        <Stack direction="row" sx={{ gap: 1.5 }}>
          <SeatPicture
            shape={section.shape}
            seat={first.seat}
            turnRad={first.turnRad}
            acrossMm={first.acrossMm}
            upMm={first.upMm}
            mirrored={first.mirrored}
            onChange={(seat) => change('Lay section on line', { seat })}
          />
          <Stack sx={{ gap: 1, flex: 1, minWidth: 0 }}>
            <CommittedField
              label="Turned by °"
              value={String(Math.round(((first.turnRad * 180) / Math.PI) * 1e4) / 1e4)}
              onCommit={(text) => change('Turn section', { turnRad: (parseAngleDeg(text) * Math.PI) / 180 })}
            />
            <LengthField
              label="Offset across"
              mm={first.acrossMm}
              usual={0}
              onTake={(mm) => change('Shift section', { acrossMm: mm ?? 0 })}
            />
            <LengthField
              label="Offset up"
              mm={first.upMm}
              usual={0}
              onTake={(mm) => change('Shift section', { upMm: mm ?? 0 })}
            />
          </Stack>
        </Stack>
      )}
      <Typography color="text.secondary" sx={{ fontSize: 12 }}>
        Seen from the start, which a disc marks on the board. The red cross is the traced line.
      </Typography>
      <Stack direction="row" sx={{ gap: 1, flexWrap: 'wrap' }}>
        <Button size="small" variant="outlined" onClick={() => put('Swap start and end', ...members.map(swapped))}>
          Swap ends
        </Button>
        <Button
          size="small"
          variant="outlined"
          onClick={() => put('Mirror section', ...members.map((each) => ({ ...each, mirrored: !each.mirrored })))}
        >
          Mirror section
        </Button>
      </Stack>
      {members.length === 1 &&
        (['start', 'end'] as const).map((end) => <EndFields key={end} member={first} end={end} />)}
      {plane && (
        <Button size="small" variant="outlined" onClick={() => workOn(plane.id)}>
          Look at {plane.name}
        </Button>
      )}
      <Button
        variant="outlined"
        color="error"
        onClick={() => {
          workbench.carryOut({ edit: removal(members, toolContext().records), pick: [] })
        }}
      >
        Delete
      </Button>
    </Stack>
  )
}

const JOINT_WORDS: Record<JointKind, string> = {
  square: 'square to itself',
  face: 'along its face',
  mitre: 'mitred',
  notch: 'notched around it',
}

/** How one end is fitted, where it is. */
function EndFields({ member, end }: { member: Member; end: MemberEnd }) {
  const records = useProject((project) => project.records)
  const key = end === 'start' ? 'startJoint' : 'endJoint'
  const joint = member[key]
  if (!joint) return null
  const problem = bodyOf(member, records)?.[end].problem
  const free = () => {
    const { [key]: _, ...rest } = member
    put('Free end', rest as Member)
  }
  return (
    <Stack component="section" aria-label={`Its ${end}`} sx={{ gap: 1, borderTop: 1, borderColor: 'divider', pt: 1 }}>
      <Stack direction="row" sx={{ alignItems: 'center', justifyContent: 'space-between' }}>
        <Typography sx={{ fontSize: 13, fontWeight: 600 }}>Its {end} is fitted</Typography>
        <IconButton size="small" aria-label={`Unlink its ${end}`} onClick={free}>
          <CloseIcon sx={{ fontSize: 16 }} />
        </IconButton>
      </Stack>
      <Stack direction="row" sx={{ gap: 1 }}>
        <TextField
          select
          size="small"
          label="Cut"
          value={joint.kind}
          onChange={({ target }) =>
            put('Change joint', { ...member, [key]: { ...joint, kind: target.value as JointKind } })
          }
          sx={{ flex: 1 }}
        >
          {JOINTS.map((kind) => (
            <MenuItem key={kind} value={kind}>
              {JOINT_WORDS[kind]}
            </MenuItem>
          ))}
        </TextField>
        <Box96>
          <LengthField
            label="Gap"
            mm={joint.gapMm}
            usual={0}
            onTake={(mm) => {
              if ((mm ?? 0) < 0) throw new Error('A gap is not less than nothing.')
              put('Change gap', { ...member, [key]: { ...joint, gapMm: mm ?? 0 } })
            }}
          />
        </Box96>
      </Stack>
      {problem && <Typography color="error">{problem}</Typography>}
    </Stack>
  )
}

const Box96 = ({ children }: { children: React.ReactNode }) => <Stack sx={{ width: 96 }}>{children}</Stack>
