import { useEffect } from 'react'
import { nextCandidate, pointAgain } from '@/studio/board/pointing'
import { changeBoardAndSolid, changePlaneAndPlan } from '@/studio/features/frames/planes'
import { removeSheets } from '@/studio/features/sheets/stack-edits'
import { STEPS } from '@/studio/kernel/step'
import {
  goTo,
  pressArrow,
  pressEnter,
  pressEscape,
  pressToolKey,
  select,
  takeTool,
  toolContext,
  updateSession,
  useBench,
} from '@/studio/state/bench'
import { showAll } from '@/studio/state/show'
import { useProject } from '@/studio/state/store'
import { panBy, useView, zoomAbout } from '@/studio/state/view'
import { pickedShapes, removeShapes } from '@/studio/tooling/shape-edits'
import { toolOfKey } from './tools'
import { redoNow, undoNow } from './undo'

/** Every key that does not belong to a tool, as the page of keys shows it. */
export const KEYS: readonly { keys: string; does: string }[] = [
  { keys: '1 to 5', does: 'go to a step, while nothing can be typed' },
  { keys: '0 to 9', does: 'type into the first field of the bench' },
  { keys: 'Tab', does: 'go on to the next field' },
  { keys: 'Enter', does: 'take what is typed, or end a chain' },
  { keys: 'Esc', does: 'give up what was begun, then the tool' },
  { keys: 'Shift', does: 'held: draw level, upright, at 45° or along the line last touched' },
  { keys: 'Ctrl', does: 'held: catch nothing' },
  { keys: 'N', does: 'go on to the next thing that can be caught' },
  { keys: 'Space', does: 'held: see the sheets without the tracing' },
  { keys: 'Shift Space', does: 'held: see the tracing alone' },
  { keys: 'Ctrl Space', does: 'held: see the active layer alone' },
  { keys: 'Arrows', does: 'move the view, or nudge what is picked' },
  { keys: 'Shift Arrows', does: 'lengthen what is picked' },
  { keys: '+ and −', does: 'come nearer, go further away' },
  { keys: '/', does: 'from the plan to the work plane looked at last, and back' },
  { keys: '\\', does: 'from the board to the solids, and back' },
  { keys: 'Home', does: 'show everything' },
  { keys: 'Delete', does: 'remove what is picked' },
  { keys: 'Ctrl A', does: 'pick everything that is drawn' },
  { keys: 'Ctrl Z', does: 'undo' },
  { keys: 'Ctrl Shift Z', does: 'redo' },
  { keys: '?', does: 'this page' },
]

const STEP_PX = 60
const ZOOM = 1.25

export function useKeys(): void {
  useEffect(() => {
    const down = (event: KeyboardEvent) => {
      if (event.defaultPrevented || event.altKey) return
      // Undo belongs to a field while it is typed in.
      if (isTyping(event.target)) {
        if (event.key === 'Shift') updateSession({ held: true })
        if (event.key === 'Control') holdCatching(true)
        return
      }
      if (document.querySelector('[role="dialog"], [role="listbox"]')) return
      if (act(event)) event.preventDefault()
    }
    const up = ({ key }: KeyboardEvent) => {
      if (key === 'Shift') updateSession({ held: false })
      if (key === 'Control') holdCatching(false)
      if (key === ' ') useBench.setState({ looking: null })
    }
    const away = () => {
      updateSession({ held: false })
      holdCatching(false)
      useBench.setState({ looking: null })
    }
    window.addEventListener('keydown', down)
    window.addEventListener('keyup', up)
    window.addEventListener('blur', away)
    return () => {
      window.removeEventListener('keydown', down)
      window.removeEventListener('keyup', up)
      window.removeEventListener('blur', away)
    }
  }, [])
}

/** While it is held the mouse alone says where a point falls. */
function holdCatching(catchNothing: boolean): void {
  if (useBench.getState().catchNothing === catchNothing) return
  useBench.setState({ catchNothing })
  pointAgain()
}

const isTyping = (target: EventTarget | null): boolean =>
  (target instanceof HTMLInputElement && target.type !== 'checkbox') || target instanceof HTMLTextAreaElement

/** @returns whether the key meant something */
function act(event: KeyboardEvent): boolean {
  const { key } = event
  if (key === 'Control') {
    holdCatching(true)
    return false
  }
  if (key === ' ' && !isControl(event.target)) {
    useBench.setState({ looking: event.ctrlKey ? 'layer' : event.shiftKey ? 'tracing' : 'sheets' })
    return true
  }
  if (event.ctrlKey || event.metaKey) return withControl(key.toLowerCase(), event.shiftKey)
  if (startTyping(key)) return true
  // Enter and Space work the button that has the focus.
  if ((key === 'Enter' || key === ' ') && isControl(event.target)) return false
  const move = ARROWS[key]
  if (move && !hasArrows(event.target)) {
    if (pressArrow({ x: -move[0], y: move[1] }, event.shiftKey)) return true
    panBy(move[0] * STEP_PX, move[1] * STEP_PX)
    return true
  }
  const { width, height } = useView.getState()
  const middle = { x: width / 2, y: height / 2 }
  switch (key) {
    case 'Shift':
      updateSession({ held: true })
      return false
    case 'Enter':
      pressEnter()
      return true
    case 'Escape':
      pressEscape()
      return true
    case 'Home':
      showAll()
      return true
    case '+':
    case '=':
      zoomAbout(middle, ZOOM)
      return true
    case '-':
      zoomAbout(middle, 1 / ZOOM)
      return true
    case '/':
      changePlaneAndPlan()
      return true
    case '\\':
      changeBoardAndSolid()
      return true
    case '?':
      useBench.setState({ keysOpen: true })
      return true
    case 'Delete':
    case 'Backspace':
      removePicked()
      return true
  }
  if (pressToolKey(key.toLowerCase())) return true
  if (key.toLowerCase() === 'n') {
    nextCandidate()
    return true
  }
  const step = STEPS[Number(key) - 1]
  if (step) {
    goTo(step)
    return true
  }
  const tool = toolOfKey(key.toLowerCase(), useBench.getState().step)
  if (!tool) return false
  takeTool(tool.name)
  // What follows is for the tool: Enter must not work a button that was pressed before.
  document.querySelector<HTMLElement>('.board')?.focus({ preventScroll: true })
  return true
}

const ARROWS: Record<string, readonly [number, number]> = {
  ArrowLeft: [1, 0],
  ArrowRight: [-1, 0],
  ArrowUp: [0, 1],
  ArrowDown: [0, -1],
}

const isControl = (target: EventTarget | null): boolean =>
  target instanceof Element &&
  target.closest('button, a, input, [role="button"], [role="slider"], [role="combobox"]') !== null

/** Whether what has the focus does something with the arrows itself; a plain button doesn't. */
const hasArrows = (target: EventTarget | null): boolean =>
  target instanceof Element &&
  target.closest(
    'input, [role="slider"], [role="combobox"], [role="menu"], [role="grid"], [role="tablist"], [role="radiogroup"]',
  ) !== null

function withControl(key: string, shift: boolean): boolean {
  if (key === 'z' && !shift) void undoNow()
  else if (key === 'a' && useBench.getState().step === 'trace') pickEverything()
  else if (key === 'y' || (key === 'z' && shift)) void redoNow()
  else return false
  return true
}

/** While something is being drawn, figures go straight into the first field of the bench, and letters where it takes words. */
function startTyping(key: string): boolean {
  const field = document.querySelector<HTMLInputElement>('input[data-first]')
  if (!field || !(field.dataset.first === 'words' ? /^[^\s]$/ : /^[\d.,'"(]$/).test(key)) return false
  const name = field.name.replace('bench-', '')
  updateSession({ typed: { ...useBench.getState().session.typed, [name]: key } })
  field.focus()
  requestAnimationFrame(() => field.setSelectionRange(field.value.length, field.value.length))
  return true
}

/** Everything drawn that may be picked. */
function pickEverything(): void {
  const { plan } = toolContext()
  takeTool('pick')
  select([...plan.shapes.values()].filter((planned) => plan.isFree(planned)).map(({ shape }) => shape.id))
}

function removePicked(): void {
  const { selection } = useBench.getState()
  const { records } = useProject.getState()
  const sheets = selection.flatMap((id) => {
    const record = records.get(id)
    return record?.kind === 'underlay' ? [record] : []
  })
  const shapes = pickedShapes(toolContext())
  if (shapes.length > 0) removeShapes(shapes)
  if (sheets.length > 0) removeSheets(sheets)
  select([])
}
