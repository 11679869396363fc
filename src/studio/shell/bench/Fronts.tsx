'use client'

import Box from '@mui/material/Box'
import ClickAwayListener from '@mui/material/ClickAwayListener'
import Stack from '@mui/material/Stack'
import { memo, useEffect, useState } from 'react'
import { workbench } from '@/studio/board/workbench'
import { type DrawerName, drawerOf } from '@/studio/kernel/drawer'
import type { Tool } from '@/studio/kernel/tool'
import { useBench } from '@/studio/state/bench'
import { keepOnFront, useLayout } from '@/studio/state/layout'
import { useLookedPart } from '@/studio/state/looked-part'
import { useProject } from '@/studio/state/project'
import { keyIn } from '../keys'
import { drawersOf, type FilledDrawer, frontTools, onFront } from './drawers'
import { Front } from './Front'
import { Tray } from './Tray'

/** The fronts of the drawers; apart from what follows the mouse, so that a move of it costs little. */
export const Fronts = memo(function Fronts() {
  const step = useBench((bench) => bench.step)
  const inHand = useBench((bench) => bench.tool)
  const fronts = useLayout((layout) => layout.fronts)
  const ofPart = useLookedPart() !== null
  const [open, setOpen] = useState<DrawerName | null>(null)
  const may = useProject((project) => project.may)
  const place = { step, ofPart, may }
  const drawers = drawersOf(place)
  const shown = drawers.find(({ name }) => name === open)
  useEffect(() => keepOnFront(inHand), [inHand])
  // biome-ignore lint/correctness/useExhaustiveDependencies: another step has other drawers
  useEffect(() => setOpen(null), [step, ofPart])

  /** A drawer comes with the tool that was used last in hand: one click is enough to go on with it. */
  const toggle = ({ name, tools }: FilledDrawer) => {
    const last = tools.find((tool) => tool.name === fronts[name])
    if (open !== name && last && inHand.drawer !== name) workbench.take(last)
    setOpen(open === name ? null : name)
  }
  const take = (tool: Tool) => {
    setOpen(null)
    workbench.take(tool)
    // What follows is for the tool: keys must not work the button that was pressed.
    document.querySelector<HTMLElement>('.board')?.focus({ preventScroll: true })
  }
  return (
    <ClickAwayListener mouseEvent="onPointerDown" touchEvent={false} onClickAway={() => setOpen(null)}>
      <Box
        sx={{ display: 'flex', flexShrink: 0, alignItems: 'stretch', pl: 1 }}
        onKeyDown={(event: React.KeyboardEvent) => {
          if (event.key !== 'Escape' || !open) return
          event.stopPropagation()
          setOpen(null)
        }}
      >
        <Stack direction="row" role="toolbar" aria-label="Tools">
          {frontTools(place).map((tool) => (
            <Front
              key={tool.name}
              word={tool.word}
              picture={tool.picture}
              toolKey={keyIn(tool, step)}
              pressed={tool === inHand}
              onClick={() => take(tool)}
            />
          ))}
        </Stack>
        {drawers.length > 0 && <Box sx={{ borderLeft: 1, borderColor: 'divider', my: 1.25, mx: 0.75 }} />}
        <Stack direction="row" role="group" aria-label="Drawers">
          {drawers.map((drawer) => (
            <Front
              key={drawer.name}
              word={drawerOf(drawer.name).word}
              picture={onFront(drawer.tools, inHand, fronts[drawer.name])?.picture}
              pressed={inHand.drawer === drawer.name}
              drawer={{ open: drawer === shown }}
              onClick={() => toggle(drawer)}
            />
          ))}
        </Stack>
        {shown && <Tray drawer={shown} step={step} inHand={inHand} onTake={take} />}
      </Box>
    </ClickAwayListener>
  )
})
