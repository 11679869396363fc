'use client'

import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import ButtonBase from '@mui/material/ButtonBase'
import LinearProgress from '@mui/material/LinearProgress'
import MenuItem from '@mui/material/MenuItem'
import Stack from '@mui/material/Stack'
import TextField from '@mui/material/TextField'
import ToggleButton from '@mui/material/ToggleButton'
import Typography from '@mui/material/Typography'
import { useEffect, useMemo, useState } from 'react'
import { areaChanges } from '@/core/compare/area-changes'
import type { SheetChange } from '@/core/compare/change'
import { SURE_AGREEMENT } from '@/core/compare/compare'
import { sayChange } from '@/core/compare/say-change'
import type { Following } from '@/core/compare/tracing'
import { boxOf, corners, grow } from '@/core/geometry/box'
import { project } from '@/core/geometry/projective'
import { calledOf } from '@/core/model/space/called'
import type { Underlay } from '@/core/model/underlay/schema'
import { underlaysOf } from '@/core/model/underlay/underlays'
import { formatArea } from '@/core/units/format'
import { HandOverButton } from '@/studio/features/hand-over/feature'
import { pinRemarks } from '@/studio/features/remarks/feature'
import { useBench } from '@/studio/state/bench'
import { tell } from '@/studio/state/notices'
import { useProject } from '@/studio/state/project'
import { showBox } from '@/studio/state/view'
import { sheetOf } from '@/studio/tooling/sheet-of'
import { useDisplay } from '@/studio/ui/display'
import { FadeSlider } from '@/studio/ui/FadeSlider'
import { compareWith, showBeside } from './compare'
import { bringAlong, followingChange } from './follow-change'
import { otherIssues } from './other-issues'
import { PenList } from './PenList'
import { olderOnBoard, pagesOf } from './places'
import { type Compared, forgetComparison, useCompare } from './store'

const AROUND_MM = 2500

/** What changed between a sheet of the board and another issue of it: chosen, listed, walked through. */
export function ChangesCard() {
  const records = useProject((project) => project.records)
  const sources = useProject((project) => project.sources)
  const selection = useBench((bench) => bench.selection)
  const { busy, problem, compared } = useCompare()
  const [sheet, setSheet] = useState('')
  const [chosen, setChosen] = useState('')
  const underlays = underlaysOf(records)
  const underlay =
    underlays.find(({ id }) => id === sheet) ??
    underlays.find(({ id }) => selection.includes(id)) ??
    underlays.find(({ id }) => id === compared?.underlayId) ??
    underlays.find(({ sheetId }) => sheetOf(sources, sheetId)?.source.supersedes) ??
    underlays.find(({ visible }) => visible)
  if (!underlay)
    return (
      <Typography color="text.secondary">
        No sheet lies on the board yet. Bring one in, and later a newer issue of it: what changed stands here.
      </Typography>
    )
  const others = otherIssues(underlay, sources)
  const [usual] = others
  const otherId = others.some(({ id }) => id === chosen) ? chosen : (usual?.id ?? '')
  return (
    <>
      <TextField
        select
        size="small"
        fullWidth
        label="Sheet"
        value={underlay.id}
        onChange={({ target }) => setSheet(target.value)}
        sx={{ mb: 1.5 }}
      >
        {underlays.map(({ id, name }) => (
          <MenuItem key={id} value={id}>
            {name}
          </MenuItem>
        ))}
      </TextField>
      {others.length === 0 ? (
        <Typography color="text.secondary">There is no other page to compare it with yet.</Typography>
      ) : (
        <Stack direction="row" sx={{ gap: 1, mb: 1.5 }}>
          <TextField
            select
            size="small"
            fullWidth
            label="Compared with"
            value={otherId}
            onChange={({ target }) => setChosen(target.value)}
          >
            {others.map(({ id, word }) => (
              <MenuItem key={id} value={id}>
                {word}
              </MenuItem>
            ))}
          </TextField>
          <Button variant="outlined" disabled={busy} onClick={() => void compareWith(underlay, otherId)}>
            Compare
          </Button>
        </Stack>
      )}
      {busy && <LinearProgress color="secondary" aria-label="Comparing" />}
      {problem && (
        <Typography role="alert" color="error">
          {problem}
        </Typography>
      )}
      {compared?.underlayId === underlay.id && <ChangeList compared={compared} underlay={underlay} />}
    </>
  )
}

function ChangeList({ compared, underlay }: { readonly compared: Compared; readonly underlay: Underlay }) {
  const looked = useCompare((state) => state.looked)
  const fade = useCompare((state) => state.fade)
  const display = useDisplay()
  const records = useProject((project) => project.records)
  const projectId = useProject((project) => project.id)
  const { registration, changes, mmPerPt } = compared.found
  const map = olderOnBoard(compared, underlay)
  const boxOnBoard = (i: number) => boxOf(corners(changes[i]!.box).map((p) => project(map, p)))
  const isBeside = useCompare((state) => state.beside !== null)
  const look = (i: number) => {
    useCompare.setState({ looked: i })
    const box = grow(boxOnBoard(i), AROUND_MM)
    // Beside one another either issue has half of the board: the change is shown in the left one.
    showBox(isBeside ? { ...box, maxX: box.maxX + (box.maxX - box.minX) } : box)
  }
  const step = (by: 1 | -1) =>
    look(looked === null ? (by > 0 ? 0 : changes.length - 1) : (looked + by + changes.length) % changes.length)
  const followings = useMemo(
    () => compared.found.changes.map((change) => followingChange(change, compared, underlay, records)),
    [compared, underlay, records],
  )
  const following = followings.filter((each) => each !== null).length
  const follow = (some: readonly SheetChange[]) => {
    const count = bringAlong(some, compared, underlay)
    if (count > 0)
      tell(`What was traced followed ${count === 1 ? 'one change' : `${count} changes`}. Undo takes it back.`)
  }
  const said = (i: number) => sayChange(changes[i]!, { mmPerPt, display })
  const pinned = (i: number) => {
    const { minX, minY, maxX, maxY } = boxOnBoard(i)
    const at = { x: (minX + maxX) / 2, y: (minY + maxY) / 2 }
    return { at, levelId: underlay.levelId, about: [underlay.id], text: `${said(i)}.` }
  }
  const remark = (i: number) => {
    pinRemarks([pinned(i)])
    tell('Remark added. It stands among the remarks.')
  }
  const remarkAll = () => {
    pinRemarks(changes.map((_, i) => pinned(i)))
    tell(`${changes.length} remarks added. They stand among the remarks.`)
  }
  const sure = registration.agree >= SURE_AGREEMENT
  return (
    <Stack component="section" aria-label="Changes">
      <Typography role="status" color={sure ? 'text.primary' : 'error'}>
        {changes.length === 0
          ? 'Nothing changed.'
          : `${changes.length} ${changes.length === 1 ? 'change' : 'changes'}.`}
      </Typography>
      <Typography color="text.secondary" sx={{ fontSize: 12.5, mb: 1 }}>
        {sure
          ? `${Math.round(100 * registration.agree)} % of the lines of the newer page lie on lines of the older.`
          : 'The pages agree in so little that they may not lie right on one another: look before you trust this.'}
      </Typography>
      {changes.length > 0 && (
        <>
          <FadeSlider
            label="From the older to the newer issue"
            from="Older"
            to="Newer"
            value={fade}
            onChange={(value) => useCompare.setState({ fade: value })}
          />
          <LookChoice />
          <Stack direction="row" sx={{ gap: 1, my: 1 }}>
            <Button size="small" variant="outlined" onClick={() => step(-1)}>
              Previous
            </Button>
            <Button size="small" variant="outlined" onClick={() => step(1)}>
              Next
            </Button>
            <Button
              size="small"
              sx={{ whiteSpace: 'nowrap' }}
              disabled={looked === null}
              onClick={() => looked !== null && remark(looked)}
            >
              Add remark
            </Button>
          </Stack>
          {following > 0 && (
            <Button size="small" variant="contained" onClick={() => follow(changes)} sx={{ alignSelf: 'start', mb: 1 }}>
              Bring all tracing along ({following})
            </Button>
          )}
          <Box component="ol" aria-label="What changed" sx={{ listStyle: 'none', p: 0, m: 0 }}>
            {changes.map((_, i) => (
              <Box
                // biome-ignore lint/suspicious/noArrayIndexKey: a comparison stays as it is, and a change has no other name
                key={i}
                component="li"
                sx={{ borderBottom: 1, borderColor: 'divider' }}
              >
                <ButtonBase
                  aria-current={i === looked}
                  onClick={() => look(i)}
                  sx={{
                    display: 'flex',
                    justifyContent: 'start',
                    gap: 1,
                    width: '100%',
                    textAlign: 'left',
                    py: 0.5,
                    borderLeft: 3,
                    borderColor: i === looked ? 'error.main' : 'transparent',
                    pl: 1,
                  }}
                >
                  <Typography component="span" variant="figure" color="text.secondary" sx={{ minWidth: 20 }}>
                    {i + 1}
                  </Typography>
                  <Typography component="span" sx={{ fontSize: 13.5 }}>
                    {said(i)}
                  </Typography>
                </ButtonBase>
                {i === looked && followings[i] && <AreaLines following={followings[i]} levelId={underlay.levelId} />}
                {followings[i] && (
                  <Stack direction="row" sx={{ alignItems: 'center', gap: 1, pl: 4.5, pb: 0.5 }}>
                    <Typography color="text.secondary" sx={{ fontSize: 12.5, flex: 1 }}>
                      Traced: {followings[i].says}
                    </Typography>
                    <Button size="small" variant="outlined" onClick={() => follow([changes[i]!])}>
                      Bring along
                    </Button>
                  </Stack>
                )}
              </Box>
            ))}
          </Box>
        </>
      )}
      {changes.length > 0 && (
        <Stack direction="row" sx={{ gap: 1, mt: 1 }}>
          <HandOverButton
            size="small"
            variant="outlined"
            projectId={projectId}
            format="pdf-changes"
            word="PDF of changes"
            on={pagesOf(compared, underlay)}
          >
            Save PDF
          </HandOverButton>
          <Button size="small" onClick={remarkAll}>
            Remark for each
          </Button>
        </Stack>
      )}
      <PenList
        compared={compared}
        pages={pagesOf(compared, underlay)}
        onLook={(box) => showBox(grow(boxOf(corners(box).map((p) => project(map, p))), AROUND_MM))}
      />
      <Stack direction="row" sx={{ gap: 1, mt: 1 }}>
        <Button size="small" onClick={() => void compareWith(underlay, compared.otherId, !compared.swapped)}>
          Swap older and newer
        </Button>
        <Button size="small" onClick={forgetComparison}>
          Clear
        </Button>
      </Stack>
    </Stack>
  )
}

/** How long each issue shows while they take turns: well below three changes in a second (WCAG 2.3.1). */
const TURN_MS = 800

/** Ways of looking besides the slider: older and newer in turns, and beside one another. */
function LookChoice() {
  const blinking = useCompare((state) => state.blinking)
  const isBeside = useCompare((state) => state.beside !== null)
  useEffect(() => {
    if (!blinking) return
    const turn = () => useCompare.setState(({ fade }) => ({ fade: fade < 0.5 ? 1 : 0 }))
    turn()
    const timer = setInterval(turn, TURN_MS)
    return () => {
      clearInterval(timer)
      useCompare.setState({ fade: 0.5, blinking: false })
    }
  }, [blinking])
  return (
    <Stack direction="row" sx={{ gap: 1, mt: 0.5 }}>
      <ToggleButton
        size="small"
        value="blink"
        selected={blinking}
        onChange={() => useCompare.setState({ blinking: !blinking })}
      >
        Blink
      </ToggleButton>
      <ToggleButton size="small" value="beside" selected={isBeside} onChange={() => void showBeside(!isBeside)}>
        Side by side
      </ToggleButton>
    </Stack>
  )
}

/** What the rooms gain and lose where what was traced follows. */
function AreaLines({ following, levelId }: { readonly following: Following; readonly levelId: string }) {
  const records = useProject((project) => project.records)
  const display = useDisplay()
  const changes = useMemo(() => areaChanges(following, records, levelId), [following, records, levelId])
  return changes.map(({ space, byMm2 }) => (
    <Typography key={space.id} color="text.secondary" sx={{ fontSize: 12.5, pl: 4.5 }}>
      {calledOf(space)}{' '}
      {byMm2 === null
        ? 'is enclosed otherwise'
        : `${byMm2 > 0 ? 'gains' : 'loses'} ${formatArea(Math.abs(byMm2), display)}`}
    </Typography>
  ))
}
