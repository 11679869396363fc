import { useEffect } from 'react'
import { goTo, pressArrow, pressEnter, pressEscape, select, takeTool, updateSession, useBench } from './bench-store'
import { showAll } from './board/show'
import { panBy, useView, zoomAbout } from './board/view'
import { removeSheets } from './panels/stack-edits'
import { remove, useProject } from './project/store'
import { STEPS } from './steps'
import { TOOLS } from './tools/registry'
import { redoNow, undoNow } from './undo'

/** Every key that does not belong to a tool, as the page of keys shows it. */
export const KEYS: readonly { keys: string; does: string }[] = [
  { keys: '1 to 5', does: 'go to a step, while nothing can be typed' },
  { keys: '0 to 9', does: 'type the length of what is being drawn' },
  { keys: 'Tab', does: 'go on to the next field' },
  { keys: 'Enter', does: 'take what is typed, or end a chain' },
  { keys: 'Esc', does: 'give up what was begun, then the tool' },
  { keys: 'Shift', does: 'held: draw level, upright or at 45°' },
  { keys: 'Space', does: 'held: see the sheet without the tracing' },
  { keys: 'Arrows', does: 'move the view' },
  { keys: '+ and −', does: 'come nearer, go further away' },
  { keys: 'Home', does: 'show everything' },
  { keys: 'Delete', does: 'remove what is picked' },
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
        return
      }
      if (document.querySelector('[role="dialog"], [role="listbox"]')) return
      if (act(event)) event.preventDefault()
    }
    const up = ({ key }: KeyboardEvent) => {
      if (key === 'Shift') updateSession({ held: false })
      if (key === ' ') useBench.setState({ seeThrough: false })
    }
    const away = () => {
      updateSession({ held: false })
      useBench.setState({ seeThrough: false })
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

const isTyping = (target: EventTarget | null): boolean =>
  target instanceof HTMLInputElement || target instanceof HTMLTextAreaElement

/** @returns whether the key meant something */
function act(event: KeyboardEvent): boolean {
  const { key } = event
  if (event.ctrlKey || event.metaKey) return withControl(key.toLowerCase(), event.shiftKey)
  if (startTyping(key)) return true
  // Enter and Space work the button that has the focus.
  if ((key === 'Enter' || key === ' ') && isControl(event.target)) return false
  const move = ARROWS[key]
  if (move && !isControl(event.target)) {
    if (pressArrow({ x: -move[0], y: move[1] })) return true
    panBy(move[0] * STEP_PX, move[1] * STEP_PX)
    return true
  }
  const { width, height } = useView.getState()
  const middle = { x: width / 2, y: height / 2 }
  switch (key) {
    case 'Shift':
      updateSession({ held: true })
      return false
    case ' ':
      useBench.setState({ seeThrough: true })
      return true
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
    case '?':
      useBench.setState({ keysOpen: true })
      return true
    case 'Delete':
    case 'Backspace':
      removePicked()
      return true
  }
  const step = STEPS[Number(key) - 1]
  if (step) {
    goTo(step)
    return true
  }
  const tool = TOOLS.find((each) => each.key === key.toLowerCase())
  if (tool) takeTool(tool.name)
  return tool !== undefined
}

const ARROWS: Record<string, readonly [number, number]> = {
  ArrowLeft: [1, 0],
  ArrowRight: [-1, 0],
  ArrowUp: [0, 1],
  ArrowDown: [0, -1],
}

const isControl = (target: EventTarget | null): boolean =>
  target instanceof Element && target.closest('button, a, [role="button"], [role="slider"], [role="combobox"]') !== null

function withControl(key: string, shift: boolean): boolean {
  if (key === 'z' && !shift) void undoNow()
  else if (key === 'y' || (key === 'z' && shift)) redoNow()
  else return false
  return true
}

/** While something is being drawn, figures go straight into the first field of the bench. */
function startTyping(key: string): boolean {
  if (!/^[\d.,'"(]$/.test(key)) return false
  const field = document.querySelector<HTMLInputElement>('input[data-first]')
  if (!field) return false
  const name = field.name.replace('bench-', '')
  updateSession({ typed: { ...useBench.getState().session.typed, [name]: key } })
  field.focus()
  requestAnimationFrame(() => field.setSelectionRange(field.value.length, field.value.length))
  return true
}

function removePicked(): void {
  const { selection } = useBench.getState()
  const { records } = useProject.getState()
  const picked = selection.map((id) => records.get(id)).filter((record) => record !== undefined)
  const sheets = picked.filter((record) => record.kind === 'underlay')
  const others = picked.filter((record) => record.kind !== 'underlay')
  if (others.length > 0) remove(others.length === 1 ? 'Delete wall' : 'Delete walls', ...others.map(({ id }) => id))
  if (sheets.length > 0) removeSheets(sheets)
  select([])
}
